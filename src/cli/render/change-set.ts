import pc from 'picocolors';
import type { ChangeSet, FileChange, SecretNeed, StaysByHand } from '../../core/change/change-set.ts';
import { placeInWords } from '../../core/text/place-in-words.ts';
import { secretVariable } from '../../core/plan/attach/choices.ts';
import { diffFile, lineCounts, stateOf, type FileDiff } from './patch.ts';
import { commandsBlock } from './commands-block.ts';
import { wantedOf, type WantedRuns } from './left-out.ts';
import { givenSecret } from '../given-secrets.ts';
import { laidOut, wrap } from './columns.ts';
import { printable } from './printable.ts';
import { textWidth } from './screen.ts';
import { MOST_ENTRIES, bullet, counted, hint, section, shortened } from './blocks.ts';
import { choices, extrasBlock, packagesBlock, partsBlocks } from './parts.ts';

const SEEN = '--verbose shows what is in them; --preview --file PATH shows one.';

/**
 * Everything that a change set will do, for people, in the order in which it is judged: packages, what changes in files that are there,
 * files that come and go, the record and what is run, proofs, totals. `verbose`: new files and Ligament's own records are shown line by line too.
 */
export function renderChangeSet(
  planned: ChangeSet,
  { verbose: whole, ...runs }: WantedRuns & { verbose: boolean },
): string {
  const { changes, notes: leftOut } = wantedOf(planned, runs);
  const proofs = changes.proofs.map((task) => bullet(task.words));
  const notes = [...changes.warnings, ...leftOut].map((one) => `${pc.yellow('Note')}  ${printable(one)}`);
  const blocks = [
    changes.parts.length === 0 ? pc.bold(printable(capitalised(changes.title))) : '',
    ...partsBlocks(changes.parts),
    section('Choices', choices(changes.parts)),
    packagesBlock(changes),
    section('Changes', changedFiles(changes, whole)),
    section('New files', wholeFiles(changes, whole, 'new', changes.kind === 'attach' ? SEEN : '')),
    extrasBlock(changes.parts),
    section('Removed files', wholeFiles(changes, whole, 'gone', '--verbose shows what is in them.')),
    section('Routes', routes(changes)),
    recordsBlock(changes, whole),
    section('Commands', commandsBlock(changes)),
    secretsBlock(changes),
    ...(changes.staying ?? []).map((one) => stayingBlock(one)),
    usesBlock(changes, whole),
    section('Proof', shortened(proofs, whole, 'proofs').join('\n')),
    shortened(notes, whole, 'notes').join('\n'),
    pc.bold(totals(changes)),
  ];
  return blocks.filter((block) => block !== '').join('\n\n');
}

/** "4 files changed, 17 new, 3 packages". */
export function totals({ files, parts, dropped, kind }: ChangeSet): string {
  const hosts = files.filter(({ role }) => isHosts(role));
  const count = (state: FileDiff['state']): number => hosts.filter((change) => stateOf(change) === state).length;
  const [changed, made, gone] = [count('changed'), count('new'), count('gone')];
  const coming = new Set(
    parts.flatMap(({ packages }) => packages.filter((one) => !one.declared).map(({ name }) => name)),
  );
  const parted = [
    changed > 0 ? `${counted(changed, 'file')} changed` : '',
    made > 0 ? `${changed > 0 ? made : counted(made, 'file')} new` : '',
    gone > 0 ? `${changed + made > 0 ? gone : counted(gone, 'file')} removed` : '',
    coming.size > 0 ? counted(coming.size, 'package') : '',
    dropped.length > 0 ? `${counted(dropped.length, 'package')} removed` : '',
  ].filter((one) => one !== '');
  return parted.length === 0 && kind === 'attach' ? 'no file of the project changes' : parted.join(', ');
}

/** What changes in files that are there and stay. */
function changedFiles({ files }: ChangeSet, whole: boolean): string {
  const shown = files.filter((change) => (isHosts(change.role) || whole) && stateOf(change) === 'changed');
  const rendered = shown.slice(0, whole ? shown.length : MOST_ENTRIES).map((change) => renderFile(change));
  const more = shown.length - rendered.length;
  if (more > 0) rendered.push(pc.dim(`  and ${more} more files; --verbose or --format patch shows all.`));
  return rendered.join('\n\n');
}

/** Files that come or go as a whole: a line each, with their size; `how` tells how they are seen. */
function wholeFiles({ files }: ChangeSet, whole: boolean, state: 'new' | 'gone', how: string): string {
  const shown = files.filter((change) => (isHosts(change.role) || whole) && stateOf(change) === state);
  if (whole) return shown.map((change) => renderFile(change)).join('\n\n');
  const rows = shown.map(({ file, before, after, executable }) => [
    `  ${pc.bold(printable(file))}`,
    pc.dim(`${counted(linesOf(after ?? before), 'line')}${executable ? ', executable' : ''}`),
  ]);
  const told = shown.length > 0 && how !== '' ? hint(how) : [];
  return [...shortened(laidOut(rows), whole, 'files'), ...told].join('\n');
}

/** One file's diff with a heading that counts its lines. */
export function renderFile(change: FileChange): string {
  const diff = diffFile(change);
  const { file, state, hunks } = diff;
  const { added, removed } = lineCounts(diff);
  const words = { new: 'new file', changed: 'changed', gone: 'removed' }[state];
  const counts = [added > 0 ? pc.green(`+${added}`) : '', removed > 0 ? pc.red(`-${removed}`) : ''].filter(
    (part) => part !== '',
  );
  const head = `  ${pc.bold(printable(file))}  ${pc.dim(words)} ${counts.join(' ')}`;
  return [head, ...hunks.map((line) => `    ${colour(line)}`)].join('\n');
}

function colour(raw: string): string {
  // The carriage return of a CRLF line is no news in a diff.
  const line = printable(raw.replace(/\r$/, '').replaceAll('\t', '    '));
  if (line.startsWith('+')) return pc.green(line);
  if (line.startsWith('-')) return pc.red(line);
  return line.startsWith('@@') ? pc.cyan(line) : line.startsWith('\\') ? pc.dim(line) : line;
}

/** The paths that come and go, and how many stay. */
function routes({ routes: all = [] }: ChangeSet): string {
  return all
    .flatMap(({ workspace, come, gone, stay }) => {
      const where = workspace === '.' ? '' : ` in ${workspace}`;
      const shown = (sign: string, paths: readonly string[]): string[] =>
        paths.length === 0
          ? []
          : wrap(printable(paths.join(', ')), textWidth() - 2).map((line, at) => `  ${at === 0 ? sign : ' '} ${line}`);
      return [
        ...shown('+', come).map(pc.green),
        ...shown('-', gone).map(pc.red),
        pc.dim(
          `  ${printable(`${counted(stay.length, 'path')} of the project${where} ${stay.length === 1 ? 'stays' : 'stay'} as before, as far as they are written out.`)}`,
        ),
      ];
    })
    .join('\n');
}

function recordsBlock({ files, parts }: ChangeSet, whole: boolean): string {
  if (whole) return '';
  const rows = files
    .filter(({ role }) => !isHosts(role))
    .map((change) => {
      const words =
        change.before === undefined
          ? `new, ${counted(linesOf(change.after), 'line')}`
          : change.after === undefined
            ? 'removed'
            : 'changed';
      return [
        `  ${printable(change.file)}`,
        pc.dim(change.role === 'lockfile' ? printable(change.about ?? 'as it was before') : words),
      ];
    });
  const holds = parts.every(({ adopted }) => adopted) ? 'what it was recognised by' : 'how to take it out again';
  const told = files.some(({ role, after }) => role === 'record' && after)
    ? hint(`${holds}; commit it. --verbose shows it whole.`)
    : [];
  return section('Record', [...shortened(laidOut(rows), whole, 'records'), ...told].join('\n'));
}

/** Where a secret will come from, in words. */
export function secretOrigin({ choice, random }: SecretNeed): string {
  const name = secretVariable(choice);
  const from = givenSecret(name) === undefined ? (random ? 'made at random' : 'asked for') : `out of ${name}`;
  return `${from}, or given by --secret-file ${choice}=path`;
}

/** Secrets that are needed, and where each will come from. */
function secretsBlock({ secrets = [] }: ChangeSet): string {
  const rows = secrets.map((one) => [
    `  ${pc.bold(printable(one.variable))}`,
    `into ${printable(one.file)}`,
    pc.dim(printable(secretOrigin(one))),
  ]);
  return section('Secrets', laidOut(rows).join('\n'));
}

/** What was set up by hand: it stays, and how it is taken out. */
function stayingBlock({ title, workspaceName, places, command }: StaysByHand): string {
  const rows = places.map((place) => [`  ${printable(placeInWords(place))}`, pc.dim(printable(place.what))]);
  const run = command === undefined ? [] : [[`  ${printable(command)}`, pc.dim('takes its packages out')]];
  return section(
    `${printable(title)} was set up in ${printable(workspaceName)} by hand and stays; to take it out, look at`,
    laidOut([...rows, ...run]).join('\n'),
  );
}

/** How many places there are, in words. */
export function inPlaces(uses: readonly unknown[]): string {
  return uses.length === 1 ? 'one place' : `${uses.length} places`;
}

/** Places in the host's own sources that will miss what goes. */
function usesBlock({ uses = [] }: ChangeSet, whole: boolean): string {
  const rows = uses.map(({ file, line, text }) => [
    `  ${printable(`${file}:${line}`)}`,
    pc.dim(printable(text).slice(0, 80)),
  ]);
  return section(
    `Still used in ${inPlaces(uses)}, which will miss it`,
    shortened(laidOut(rows), whole, 'places').join('\n'),
  );
}

function linesOf(bytes: Uint8Array | undefined): number {
  return (
    Buffer.from(bytes ?? [])
      .toString()
      .split('\n').length - 1
  );
}

function capitalised(text: string): string {
  return text.slice(0, 1).toUpperCase() + text.slice(1);
}

/** Whether a file is the host's own, and shown as a difference. */
function isHosts(role: FileChange['role']): boolean {
  return role === 'host' || role === 'manifest' || role === 'private';
}
