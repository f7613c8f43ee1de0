import path from 'node:path';
import type { ChangeOptions } from './change-options.ts';
import pc from 'picocolors';
import type { Applied } from '../../core/apply/apply.ts';
import type { ApplyEvent } from '../../core/apply/apply-options.ts';
import { checkCommittable, commitChange } from '../../core/apply/commit-change.ts';
import { refuseUnfinished } from '../../core/apply/unfinished.ts';
import type { History } from '../../core/history/history.ts';
import type { HostLock } from '../../core/apply/lock.ts';
import { openHost, readContext, type Context } from '../../core/host/context.ts';
import type { ChangeSet } from '../../core/change/change-set.ts';
import { changeDocument } from '../render/change-document.ts';
import type { Doors } from '../../core/ports.ts';
import { EXIT } from '../../core/problem.ts';
import { Proofs } from '../../core/prove/prove.ts';
import { workOfRun } from '../../core/ecosystems/works.ts';
import { findHost } from '../../core/survey/host.ts';
import { chooseWorkspaces } from '../../core/survey/choose-workspaces.ts';
import type { WorkspaceFacts } from '../../core/survey/survey.ts';
import { unlikeCommitted } from '../../core/survey/committed-files.ts';
import { findVersionControl } from '../../core/survey/version-control.ts';
import { typedMigration } from '../../core/change/migration.ts';
import type { Output } from '../output.ts';
import { waiting } from '../at-work.ts';
import { recoveredInWords } from '../render/recovered.ts';
import { totals } from '../render/change-set.ts';
import { labelled } from '../render/columns.ts';
import { printable } from '../render/printable.ts';
import { agreedPlan, shownPlan, type Revise } from './agree.ts';
import { filledIn, withMigrationsAsked } from './consent.ts';
import { openCatalog, interruption, openDoors } from '../session.ts';

interface OpenedHost {
  context: Context;
  /** Undefined where nothing will be written. */
  lock: HostLock | undefined;
}

/** Opens the host for a change: with its lock, unless nothing will be written. The caller gives the lock back. */
export async function openForChange(options: ChangeOptions, what: string, output: Output): Promise<OpenedHost> {
  const doors = openDoors({ offline: options.offline, watch: output.watch, looking: options.preview === true });
  const catalog = openCatalog();
  const { lockHost, waitForOthers } = await import('../../core/apply/lock.ts');
  if (options.preview) {
    const { root } = await findHost(doors.files, options.cwd);
    await waitForOthers(doors, root, waiting(output));
    return { context: await checked(await openHost(doors, catalog, options.cwd)), lock: undefined };
  }
  // Only where it is: what it holds is read once nobody else changes it.
  const { root } = await findHost(doors.files, options.cwd);
  const { sweep } = await import('../../core/apply/sweep.ts');
  await sweep(doors);
  const lock = await lockHost(doors, root, what, waiting(output));
  try {
    if (options.recover) await heal(doors, root, lock, output);
    return { context: await checked(await readContext(doors, catalog, root)), lock };
  } catch (error) {
    lock.release();
    throw error;
  }
}

/** Heals the host first where a change was cut off. */
async function heal(doors: Doors, root: string, lock: HostLock, output: Output): Promise<void> {
  const { recover } = await import('../../core/apply/recovery.ts');
  const result = await recover(doors, root, lock.record);
  if (result.outcome !== 'nothing') output.say(`${recoveredInWords(result)}\n`);
}

/** What was done to the host before. */
export async function openHistory({ doors, host }: Context): Promise<History> {
  const { History } = await import('../../core/history/history.ts');
  return new History(doors, host.root);
}

async function checked(context: Context): Promise<Context> {
  await refuseUnfinished(context.doors, context.host.root);
  return context;
}

/**
 * Plans, and adds to the change set what version control says of the files that it touches, before something new comes
 * into them. git looks while the plan is made: in a large project it takes as long.
 */
export async function planWithWarnings({ doors, host }: Context, plan: () => Promise<ChangeSet>): Promise<ChangeSet> {
  const asked = findVersionControl(doors, host.root);
  // Where the plan fails nobody waits for the answer any more.
  asked.catch(() => undefined);
  const changes = await plan();
  const { uncommitted } = await asked;
  const dirty = changes.files.filter(
    ({ file, before, after, role }) =>
      (role === 'host' || role === 'manifest') &&
      before &&
      // Of a file that goes as a whole nothing is left that could stay.
      (after || changes.kind === 'attach') &&
      uncommitted.some((one) => one === file || (one.endsWith('/') && file.startsWith(one))),
  );
  // What is taken back is not committed either where its coming was not: other work is what stays different then.
  const touched = changes.kind === 'attach' ? dirty : await unlikeCommitted(doors, host.root, dirty);
  const warnings = touched.map(({ file, after }) =>
    after === undefined
      ? `${file} is not committed, and goes; "ligament undo" gives it back.`
      : changes.kind === 'attach'
        ? `${file} has work that is not committed. It stays, and "ligament undo" gives the file back as it is now.`
        : `${file} has work that is not committed. It stays.`,
  );
  return { ...changes, warnings: [...changes.warnings, ...warnings] };
}

/** The workspaces that a change is for. Throws a Problem (status 2) for one that is none. */
export async function targets(
  { facts, doors }: Context,
  { everywhere, workspace, cwd }: { everywhere: boolean; workspace: readonly string[]; cwd: string },
): Promise<WorkspaceFacts[]> {
  return everywhere ? facts.workspaces : chooseWorkspaces(doors.files, facts, workspace, cwd);
}

/** Shows, asks, applies, and tells what came of it. Returns the exit status. */
export async function carryOut(
  context: Context,
  planned: ChangeSet,
  options: ChangeOptions,
  output: Output,
  { lock, revise }: { lock: HostLock | undefined; revise?: Revise },
): Promise<number> {
  const how = { context, options, output, revise };
  const plan = await shownPlan(planned, how);
  if (options.commit)
    await checkCommittable(context.doors, context.host.root, touchedBy(context, plan, options).touched);
  if (options.preview) {
    output.document(EXIT.done, { preview: true, changes: changeDocument(plan) });
    return EXIT.done;
  }
  const shown = await agreedPlan(plan, how);
  if (!shown) {
    output.note('Nothing was changed.');
    output.document(EXIT.refused, { agreed: false });
    return EXIT.refused;
  }
  const changes = options.yes || !options.install ? shown : await withMigrationsAsked(shown);
  if (options.install) for (const run of changes.installs) await workOfRun(run)?.check(context);
  const { touched, managed } = touchedBy(context, changes, options);
  const real = await filledIn(changes, options);
  // Without the packages nothing can be proved.
  const proves = options.prove && options.install && !leftByHand(changes);
  const signal = interruption();
  const kinds = await context.catalog.proofs();
  // The proofs are made on the host as the change has left it.
  const asLeft = (): Promise<Context> => readContext(context.doors, context.catalog, context.host.root);
  const proofs = proves ? new Proofs(asLeft, changes.proofs, { signal, kinds }) : undefined;
  const begun = Date.now();
  const { apply } = await import('../../core/apply/apply.ts');
  const applied = await apply(context.doors, real, {
    root: context.host.root,
    lock: lock?.record,
    workspaces: context.facts.workspaces.map(({ folder }) => folder),
    managed,
    install: options.install,
    kinds,
    prove: proofs && ((task) => proofs.prove(task)),
    signal,
    onEvent: (event) => tell(event, output),
  }).finally(() => proofs?.close());
  applied.notes.push(...(await withoutData(context, changes, lock)));
  if (options.commit) applied.notes.push(await commit(context, changes.title, touched));
  conclude({ context, changes, applied, took: Date.now() - begun }, options, output);
  return EXIT.done;
}

/** Removes what the app has made and what goes with an integration; what is told of it. */
async function withoutData(
  { doors, host }: Context,
  { data = [] }: ChangeSet,
  lock: HostLock | undefined,
): Promise<string[]> {
  if (data.length === 0) return [];
  const { removeData } = await import('../../core/apply/remove-data.ts');
  return removeData(doors.files, { root: host.root, mark: lock?.record.id ?? 'data' }, data);
}

/** The files that a change writes, and those of them that package managers write. */
function touchedBy(
  { facts }: Context,
  { files, installs }: ChangeSet,
  { install }: ChangeOptions,
): { touched: string[]; managed: string[] } {
  const managed = installs.flatMap((run) => workOfRun(run)?.writes(facts.manager, run.folder) ?? []);
  return { touched: [...files.map(({ file }) => file), ...(install ? managed : [])], managed };
}

/** Commits a change that was made; tells how that went. */
async function commit({ doors, host }: Context, title: string, touched: readonly string[]): Promise<string> {
  const result = await commitChange(doors, host.root, title, touched);
  return 'commit' in result
    ? `Committed as ${result.commit}.`
    : `Commit it yourself, git did not: ${result.failed.replaceAll('\n', ' ')}`;
}

function conclude(
  { context, changes, applied, took }: { context: Context; changes: ChangeSet; applied: Applied; took: number },
  options: ChangeOptions,
  output: Output,
): void {
  const next = [...changes.tell];
  const left =
    changes.kind === 'attach'
      ? 'the packages are in the manifest but not installed'
      : 'the installed packages do not match the manifest yet';
  if (!options.install)
    for (const { command, args, folder } of changes.installs)
      next.unshift(`Run ${[command, ...args].join(' ')}${folder === '.' ? '' : ` in ${folder}`}: ${left}.`);
  if (!options.install)
    for (const { program, args, workspace, purpose } of changes.commands ?? [])
      next.push(`Run in ${workspace}: ${[program, ...args].join(' ')} (${purpose}).`);
  for (const one of changes.migrations ?? [])
    if (one.direction === 'up' && !one.wanted)
      next.unshift(
        `Migrate the database${one.workspace === '.' ? '' : `, in ${one.workspace}`}: ${typedMigration(one)}`,
      );
  if (leftByHand(changes)) next.unshift(`Run ${context.facts.manager.name} install: ${left}.`);
  if (changes.proofs.length > 0 && applied.proofs.length === 0) next.push('Not proved yet: ligament prove does it.');
  output.say('');
  const several = new Set(applied.proofs.map(({ task }) => task.integration)).size > 1;
  for (const { task, checked: what, milliseconds, unseen } of applied.proofs) {
    const whose = several ? `${printable(task.title)}: ` : '';
    if (unseen !== undefined) {
      output.say(labelled(pc.yellow('Seen in part'), `${whose}${printable(what)}, but ${printable(unseen)}`));
      continue;
    }
    output.say(labelled(pc.green('Proved'), `${whose}${printable(what)} ${pc.dim(seconds(milliseconds))}`));
  }
  output.say(
    `${pc.green('Done')}  ${printable(changes.title)}${pc.dim(`  ${[totals(changes), seconds(took)].filter((one) => one !== '').join(', ')}`)}`,
  );
  for (const line of applied.notes) output.say(labelled(pc.yellow('Note'), printable(line)));
  for (const line of next) output.say(labelled(pc.cyan('Next'), printable(line)));
  const last = afterwards(context, changes, options);
  if (last !== undefined) output.say(labelled(pc.cyan('Next'), last));
  const proofs = applied.proofs.map(({ task, held, checked: what, milliseconds, unseen }) => ({
    integration: task.integration,
    workspace: task.workspace,
    held,
    checked: what,
    ...(unseen === undefined ? {} : { unseen }),
    milliseconds,
  }));
  output.document(EXIT.done, { changed: true, changes: changeDocument(changes), proofs, notes: applied.notes, next });
}

/** How a change is kept, and how it is taken back. */
function afterwards({ reader, host }: Context, { kind }: ChangeSet, { commit }: ChangeOptions): string | undefined {
  const isKept = reader.kind(path.join(host.root, '.git')) !== undefined && !commit;
  if (kind !== 'attach') return isKept ? 'Commit this change.' : undefined;
  return isKept ? 'Commit this change, or take it back: ligament undo' : 'To take it back: ligament undo';
}

/** Whether the manifests change and Ligament does not run the package manager that the host is kept by. */
function leftByHand(changes: ChangeSet): boolean {
  return changes.installs.length === 0 && changes.files.some(({ role }) => role === 'manifest');
}

function tell(event: ApplyEvent, output: Output): void {
  switch (event.step) {
    case 'writing':
      return output.working(`writing ${event.files} ${event.files === 1 ? 'file' : 'files'}`);
    case 'installing':
      return output.working(`running ${event.command}`);
    case 'running':
      return output.working(`running ${printable(event.command)}`);
    case 'proving':
      return output.working(`proving ${printable(event.task.title)} (${event.task.spec.proof}) in a scratch copy`);
    case 'putting back':
      return output.note(pc.yellow('putting everything back'));
    case 'done':
      return output.rest();
  }
}

function seconds(milliseconds: number): string {
  return `${(milliseconds / 1000).toFixed(1)} s`;
}
