import path from 'node:path';
import { sameBytes, type ChangeSet, type FileChange } from '../plan/change-set.ts';
import type { Doors, FileDoor } from '../ports.ts';
import type { ManagerName } from '../survey/manager.ts';
import type { ApplyOptions } from './apply-options.ts';
import { aboutBlocked, blockedScripts } from './blocked-scripts.ts';
import { installFailed } from './install-failed.ts';
import { readImage } from './journal.ts';
import type { Run } from './run.ts';
import { writeFiles } from './write-files.ts';

/** Runs the package manager. Returns what is to be known of its run, in words. */
export async function install(doors: Doors, changes: ChangeSet, options: ApplyOptions, run: Run): Promise<string[]> {
  const { root, signal, onEvent } = options;
  if (!options.install || !changes.install) return [];
  signal.throwIfAborted();
  const { command, args } = changes.install;
  run.phase('installing');
  onEvent({ step: 'installing', command: [command, ...args].join(' ') });
  const onStart = (pid: number): void => run.record.child(pid);
  const result = await doors.processes.run(command, args, { cwd: root, signal, onStart });
  signal.throwIfAborted();
  // npm takes back what it has begun when it fails; the others leave it half done.
  const tidy =
    result.status === 0 || result.failure !== undefined || (command === 'npm' && result.status !== undefined);
  if (tidy) run.installed();
  if (result.status !== 0) throw installFailed(command, args, result);
  // A lockfile that must be as it once was is so even if the manager has written it anew.
  writeFiles(
    doors.files,
    run.within,
    changes.files.filter((change) => change.role === 'lockfile' && !isAs(doors.files, root, change)),
    changes.kind,
  );
  return newlyBlocked(doors.files, run, command as ManagerName, `${result.stdout}\n${result.stderr}`);
}

/** Says which new packages wanted a script to run that the manager has not run. */
function newlyBlocked(files: FileDoor, { record, journal }: Run, manager: ManagerName, output: string): string[] {
  const images = journal.files.flatMap(({ role, before }) => (role === 'lockfile' && before !== null ? [before] : []));
  const lockfile = images.map((image) => Buffer.from(readImage(files, record, image) ?? []).toString()).join('\n');
  // What the lockfile had before was so before.
  const fresh = blockedScripts(manager, output).filter(({ name }) => !lockfile.includes(`${name}@`));
  return fresh.length > 0 ? [aboutBlocked(manager, fresh)] : [];
}

function isAs(files: FileDoor, root: string, { file, after }: FileChange): boolean {
  return sameBytes(files.read(path.join(root, file)), after);
}
