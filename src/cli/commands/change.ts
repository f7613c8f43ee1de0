import pc from 'picocolors';
import { apply, type Applied, type ApplyEvent } from '../../core/apply/apply.ts';
import { refuseUnfinished } from '../../core/apply/unfinished.ts';
import { lockHost, type HostLock } from '../../core/apply/lock.ts';
import { openHost, readContext, type Context } from '../../core/context.ts';
import type { ChangeSet } from '../../core/plan/change-set.ts';
import { diffFile } from '../../core/plan/patch.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import { proveBuiltCss } from '../../core/prove/built-css.ts';
import type { ProofResult, ProofTask } from '../../core/prove/proof.ts';
import { findVersionControl } from '../../core/survey/version-control.ts';
import type { Output } from '../output.ts';
import { renderChangeSet } from '../render/change-set.ts';
import { printable } from '../render/printable.ts';
import { catalogFolder, interruption, openDoors, type GlobalOptions } from '../session.ts';

export interface ChangeOptions extends GlobalOptions {
  yes: boolean;
  install: boolean;
  offline: boolean;
  prove?: boolean;
  preview?: boolean;
}

const LOCK_WAIT_MS = 120_000;

/** Opens the host for a change: with its lock, unless nothing will be written. The caller gives the lock back. */
export async function openForChange(
  options: ChangeOptions,
  what: string,
  output: Output,
): Promise<{ context: Context; lock: HostLock | undefined }> {
  const doors = openDoors(options);
  const opened = await openHost(doors, catalogFolder(), options.cwd);
  const { root } = opened.host;
  if (options.preview) return { context: await checked(opened), lock: undefined };
  const onWait = (holder: string): void =>
    output.note(`Waiting for ${printable(holder)}, which is at work in this project.`);
  const lock = await lockHost(doors, root, what, { waitMs: LOCK_WAIT_MS, onWait });
  try {
    // Read anew: who held the lock may have changed it.
    return { context: await checked(await readContext(doors, opened.catalog, opened.host)), lock };
  } catch (error) {
    lock.release();
    throw error;
  }
}

async function checked(context: Context): Promise<Context> {
  await refuseUnfinished(context.doors.files, context.host.root);
  return context;
}

/** Adds to a change set what version control says of the files that it touches, before something new comes into them. */
export async function withWarnings(context: Context, changes: ChangeSet): Promise<ChangeSet> {
  const { uncommitted } = await findVersionControl(context.doors.files, context.doors.processes, context.host.root);
  const touched = changes.files.filter(
    ({ file, before, role }) =>
      role === 'host' &&
      before &&
      uncommitted.some((one) => one === file || (one.endsWith('/') && file.startsWith(one))),
  );
  const warnings = touched.map(
    ({ file }) =>
      `${file} has work that is not committed. It stays, and "ligament undo" gives the file back as it is now.`,
  );
  return { ...changes, warnings: [...changes.warnings, ...warnings] };
}

/** Shows, asks, applies, and tells what came of it. Returns the exit status. */
export async function carryOut(
  context: Context,
  changes: ChangeSet,
  options: ChangeOptions,
  output: Output,
): Promise<number> {
  output.say(renderChangeSet(changes, options.verbose));
  if (options.preview) {
    output.document(EXIT.done, { preview: true, changes: changeDocument(changes) });
    return EXIT.done;
  }
  if (!options.yes && !(await agreed())) {
    output.note('Nothing was changed.');
    output.document(EXIT.done, { agreed: false });
    return EXIT.done;
  }
  const proves = options.prove !== false && options.install;
  // The proof is made on the host as the change has left it.
  const prove = async (task: ProofTask): Promise<ProofResult> =>
    proveBuiltCss(await readContext(context.doors, context.catalog, context.host), task, signal);
  const signal = interruption();
  const applied = await apply(context.doors, changes, {
    root: context.host.root,
    workspaces: context.facts.workspaces.map(({ folder }) => folder),
    lockfile: context.facts.manager.lockfile,
    install: options.install,
    prove: proves ? prove : undefined,
    signal,
    onEvent: (event) => tell(event, output),
  });
  conclude(context, changes, applied, options, output);
  return EXIT.done;
}

function conclude(
  context: Context,
  changes: ChangeSet,
  applied: Applied,
  options: ChangeOptions,
  output: Output,
): void {
  const next = [...changes.tell];
  const left =
    changes.kind === 'attach'
      ? 'the packages are in the manifest but not installed'
      : 'the installed packages do not match the manifest yet';
  if (changes.install && !options.install)
    next.unshift(`Run ${[changes.install.command, ...changes.install.args].join(' ')}: ${left}.`);
  const byHand = !changes.install && changes.files.some(({ file }) => file.endsWith('package.json'));
  if (byHand) next.unshift(`Install with ${context.facts.manager.name}: ${left}.`);
  if (changes.proofs.length > 0 && applied.proofs.length === 0) next.push('Not proved yet: ligament prove does it.');
  output.say('');
  for (const { checked: what, milliseconds } of applied.proofs)
    output.say(`${pc.green('Proved')}  ${printable(what)} ${pc.dim(seconds(milliseconds))}`);
  output.say(`${pc.green('Done')}  ${printable(changes.title)}`);
  for (const line of [...applied.notes, ...next]) output.say(`${pc.cyan('Next')}  ${printable(line)}`);
  const proofs = applied.proofs.map(({ task, held, checked: what, milliseconds }) => ({
    integration: task.integration,
    workspace: task.workspace,
    held,
    checked: what,
    milliseconds,
  }));
  output.document(EXIT.done, { changed: true, changes: changeDocument(changes), proofs, notes: applied.notes, next });
}

/** A change set for programs; docs/json-output.md describes it. */
export function changeDocument(changes: ChangeSet): Record<string, unknown> {
  const { kind, title, parts, dropped, install, proofs, warnings, files } = changes;
  return {
    kind,
    title,
    parts,
    dropped,
    install: install ?? null,
    proofs: proofs.map(({ integration, workspace, spec }) => ({ integration, workspace, proof: spec.proof })),
    warnings,
    files: files.map((change) => ({ role: change.role, ...diffFile(change) })),
  };
}

async function agreed(): Promise<boolean> {
  if (!process.stdin.isTTY || process.env.CI) {
    throw new Problem({
      status: EXIT.wrongUsage,
      what: 'This needs your agreement, and there is no terminal to ask at',
      next: 'Agree beforehand with --yes, or look first with --preview. Nothing was changed.',
    });
  }
  const { confirm } = await import('@inquirer/prompts');
  const theme = {
    prefix: { idle: pc.cyan('Ask '), done: pc.cyan('Ask ') },
    style: { answer: (text: string) => pc.bold(text) },
  };
  try {
    return await confirm({ message: 'Make these changes?', default: false, theme }, { output: process.stderr });
  } catch (error) {
    if (error instanceof Error && error.name === 'ExitPromptError') {
      throw new Problem({ status: EXIT.interrupted, what: 'Interrupted', next: 'Nothing was changed.' });
    }
    throw error;
  }
}

function tell(event: ApplyEvent, output: Output): void {
  switch (event.step) {
    case 'writing':
      return output.note(pc.dim(`\nwriting ${event.files} files`));
    case 'installing':
      return output.note(pc.dim(`running ${event.command}`));
    case 'proving':
      return output.note(pc.dim(`proving ${printable(event.task.title)} in a scratch copy`));
    case 'putting back':
      return output.note(pc.yellow('putting everything back'));
    case 'done':
  }
}

function seconds(milliseconds: number): string {
  return `${(milliseconds / 1000).toFixed(1)} s`;
}
