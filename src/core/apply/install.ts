import { workOfRun } from '../ecosystems/works.ts';
import path from 'node:path';
import { sameBytes, type ChangeSet, type CommandStep, type FileChange } from '../change/change-set.ts';
import type { Doors, FileDoor } from '../ports.ts';
import type { ApplyOptions } from './apply-options.ts';
import { readImage } from './journal.ts';
import type { Run } from './run.ts';
import { writeFiles } from './write-files.ts';

/** Runs the package managers, one after the other. Returns what is to be known of their runs, in words. */
export async function install(doors: Doors, changes: ChangeSet, options: ApplyOptions, run: Run): Promise<string[]> {
  if (!options.install || changes.installs.length === 0) return [];
  const notes: string[] = [];
  for (const [index, step] of changes.installs.entries()) {
    const isLast = index === changes.installs.length - 1;
    notes.push(...(await installOne(doors, { step, isLast }, options, run)));
  }
  // A lockfile that must be as it once was is so even if the manager has written it anew.
  writeFiles(
    doors.files,
    run.within,
    changes.files.filter((change) => change.role === 'lockfile' && !isAs(doors.files, options.root, change)),
    changes.kind,
  );
  return notes;
}

interface InstallTask {
  step: CommandStep;
  /** After it all packages are as they shall be. */
  isLast: boolean;
}

async function installOne(
  doors: Doors,
  { step, isLast }: InstallTask,
  { root, signal, onEvent }: ApplyOptions,
  run: Run,
): Promise<string[]> {
  signal.throwIfAborted();
  const work = workOfRun(step);
  if (!work) throw new Error(`no manager is run by ${[step.command, ...step.args].join(' ')}`);
  run.phase('installing');
  onEvent({ step: 'installing', command: [step.command, ...step.args].join(' ') });
  const onStart = (pid: number): void => run.record.child(pid);
  const environment = work.prepare?.(
    { files: doors.files, environment: doors.environment, root },
    step,
    run.record.folder,
  );
  const cwd = path.join(root, step.folder);
  const result = await doors.processes.run(step.command, step.args, { cwd, signal, onStart, environment });
  signal.throwIfAborted();
  if (result.status === 0) await work.finish?.({ ...doors, root }, step, run.record.folder);
  if (isLast && work.leavesTidy(step, result)) run.installed();
  if (result.status !== 0) throw work.failed(step, result);
  const blocked = work.blocked(step, `${result.stdout}\n${result.stderr}`, lockfileBefore(doors.files, run));
  return blocked === undefined ? [] : [blocked];
}

/** What the lockfile had before: what it knows of was so before. */
function lockfileBefore(files: FileDoor, { record, journal }: Run): string {
  const images = journal.files.flatMap(({ role, before }) => (role === 'lockfile' && before !== null ? [before] : []));
  return images.map((image) => Buffer.from(readImage(files, record, image) ?? []).toString()).join('\n');
}

function isAs(files: FileDoor, root: string, { file, after }: FileChange): boolean {
  return sameBytes(files.read(path.join(root, file)), after);
}
