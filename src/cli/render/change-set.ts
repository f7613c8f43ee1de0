import pc from 'picocolors';
import type { ChangeSet, FileChange } from '../../core/plan/change-set.ts';
import { diffFile } from '../../core/plan/patch.ts';
import { describeProof } from '../../core/prove/proof.ts';
import { columns, wrap } from './columns.ts';
import { printable } from './printable.ts';

/** Everything that a change set will do, for people. `whole`: Ligament's own records are shown line by line too. */
export function renderChangeSet(changes: ChangeSet, whole: boolean): string {
  const blocks = [
    changes.parts.length === 0 ? pc.bold(printable(capitalised(changes.title))) : '',
    ...changes.parts.map((part) => {
      const head = `${pc.bold(part.title)} goes to ${pc.bold(printable(part.workspaceName))} (${printable(part.stack)}) ${pc.cyan(part.way)}.`;
      return [
        head,
        ...(part.wayReason === undefined
          ? []
          : part.wayReason.split('; ').map((reason) => pc.dim(`  ${printable(reason)}`))),
      ].join('\n');
    }),
    packagesBlock(changes),
    section(
      'Files',
      changes.files
        .filter(({ role }) => role === 'host' || whole)
        .map((change) => renderFile(change))
        .join('\n\n'),
    ),
    recordsBlock(changes, whole),
    section('Commands', commands(changes)),
    section('Proof', changes.proofs.map((task) => bullet(describeProof(task))).join('\n')),
    changes.warnings.map((warning) => `${pc.yellow('Note')}  ${printable(warning)}`).join('\n'),
  ];
  return blocks.filter((block) => block !== '').join('\n\n');
}

/** One file's diff with a heading that counts its lines. */
export function renderFile(change: FileChange): string {
  const { file, state, hunks } = diffFile(change);
  const added = hunks.filter((line) => line.startsWith('+')).length;
  const taken = hunks.filter((line) => line.startsWith('-')).length;
  const words = { new: 'new file', changed: 'changed', gone: 'file goes' }[state];
  const counts = [added > 0 ? pc.green(`+${added}`) : '', taken > 0 ? pc.red(`-${taken}`) : ''].filter(
    (part) => part !== '',
  );
  const head = `  ${pc.bold(printable(file))}  ${pc.dim(words)} ${counts.join(' ')}`;
  return [head, ...hunks.map((line) => `    ${colour(line)}`)].join('\n');
}

function colour(raw: string): string {
  // The carriage return of a CRLF line is no news in a diff.
  const line = printable(raw.replace(/\r$/, ''));
  if (line.startsWith('+')) return pc.green(line);
  if (line.startsWith('-')) return pc.red(line);
  return line.startsWith('@@') ? pc.cyan(line) : line.startsWith('\\') ? pc.dim(line) : line;
}

function packagesBlock({ parts, dropped }: ChangeSet): string {
  const rows = parts.flatMap(({ packages }) =>
    packages.map(({ name, version, range, section: where, reason, declared }) => [
      `  ${pc.bold(name)} ${version}`,
      declared ? pc.dim('there already') : `${where === 'dependencies' ? 'production' : 'development'}, as ${range}`,
      pc.dim(reason),
    ]),
  );
  const leaving = dropped.map(({ name, workspace }) => [
    `  ${pc.bold(printable(name))}`,
    `leaves ${printable(workspace)}`,
  ]);
  return section('Packages', columns([...rows, ...leaving]).join('\n'));
}

function recordsBlock({ files }: ChangeSet, whole: boolean): string {
  if (whole) return '';
  const rows = files
    .filter(({ role }) => role !== 'host')
    .map((change) => {
      const lines = diffFile(change).hunks.filter((line) => /^[+-]/.test(line)).length;
      const words =
        change.before === undefined ? `new, ${lines} lines` : change.after === undefined ? 'goes' : 'changes';
      return [`  ${printable(change.file)}`, pc.dim(change.role === 'lockfile' ? 'as it was before' : words)];
    });
  const hint = files.some(({ role, after }) => role === 'record' && after)
    ? [pc.dim('  how to take it out again; commit it. --verbose shows it whole.')]
    : [];
  return section('Record', [...columns(rows), ...hint].join('\n'));
}

function commands({ install, proofs }: ChangeSet): string {
  const rows = install ? [[`  ${[install.command, ...install.args].join(' ')}`, pc.dim(install.purpose)]] : [];
  if (proofs.length > 0) rows.push(['  the build script', pc.dim('in a scratch copy, never in the project')]);
  return columns(rows).join('\n');
}

function capitalised(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1);
}

function bullet(text: string): string {
  return wrap(printable(text), 100)
    .map((line) => `  ${line}`)
    .join('\n');
}

function section(title: string, body: string): string {
  return body === '' ? '' : `${pc.underline(title)}\n${body}`;
}
