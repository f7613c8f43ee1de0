import path from 'node:path';
import { encode } from '../doors/text.ts';
import type { Doors, FileDoor } from '../ports.ts';
import { hashOf } from './hash.ts';
import { JOURNAL_FOLDER, readImage, type Journal } from './journal.ts';

const KEPT_FOLDER = '.ligament/kept';

export interface PutBack {
  /** Host-relative files that are as they were again. */
  restored: string[];
  /** Copies of files that somebody else has changed meanwhile. */
  kept: string[];
  /** What is left to be done by hand, if anything. */
  handwork: string | undefined;
}

/** Puts every file of a journal back as it was and the installed packages with them. May be killed and repeated. */
export async function putBack(doors: Doors, root: string, journal: Journal): Promise<PutBack> {
  const { files } = doors;
  const restored: string[] = [];
  const kept: string[] = [];
  // What is new goes first: on a full disk it makes the room for the rest.
  // And secrets go before the line by which version control passes them over, and come back after it.
  const secrets = journal.kind === 'attach' ? 0 : 3;
  const rank = ({ before, role }: Journal['files'][number]): number =>
    role === 'private' ? secrets : before === null ? 1 : 2;
  for (const entry of [...journal.files].sort((a, b) => rank(a) - rank(b))) {
    removeLeftovers(files, root, entry);
    const target = path.join(root, entry.file);
    const before = entry.before === null ? undefined : readImage(files, root, entry.before);
    if (entry.before !== null && before === undefined) throw new Error(`the before-image of ${entry.file} is missing`);
    const now = files.read(target);
    if (hashOf(now) === hashOf(before)) continue;
    if (now !== undefined && entry.after !== null && hashOf(now) !== entry.after)
      kept.push(keepCopy(files, root, entry, now));
    restore(files, target, before, entry.mode);
    restored.push(entry.file);
  }
  for (const folder of [...journal.folders].reverse()) files.removeEmptyFolder(path.join(root, folder));
  return { restored, kept, handwork: await putTreeBack(doors, root, journal) };
}

/** Drops the journal: from then on the change is over. The record goes first, its images after it. */
export function dropJournal(files: FileDoor, root: string): void {
  const folder = path.join(root, JOURNAL_FOLDER);
  if (files.kind(path.join(folder, 'journal.json')) !== undefined) files.removeFile(path.join(folder, 'journal.json'));
  for (const { name } of files.list(folder)) {
    if (name !== '.gitignore' && name !== 'holder.json') files.removeFile(path.join(folder, name));
  }
}

/** What tells whether the manager has touched the installed packages. */
export function treeState(files: FileDoor, root: string, workspaces: readonly string[]): Journal['tree'] {
  const folders = workspaces
    .map((folder) => path.posix.join(folder, 'node_modules'))
    .filter((folder) => files.kind(path.join(root, folder)) !== undefined);
  return { record: treeRecord(files, root), folders, broken: brokenLinks(files, root, folders) };
}

/** What the file system shows of temporary files beside a file (behind a link): those of an atomic write are named so. */
export function temporaryFiles(files: FileDoor, root: string, file: string): string[] {
  const real = files.real(path.join(root, file));
  const name = path.basename(real);
  return files
    .list(path.dirname(real))
    .map((entry) => entry.name)
    .filter((other) => other.startsWith(`${name}.`) && /^\d{6,}$/.test(other.slice(name.length + 1)));
}

function restore(files: FileDoor, target: string, before: Uint8Array | undefined, mode: number | null): void {
  if (before === undefined) return files.removeFile(target);
  files.makeFolder(path.dirname(target));
  files.put(target, before, mode ?? undefined);
}

function removeLeftovers(files: FileDoor, root: string, { file, spare }: Journal['files'][number]): void {
  const folder = path.dirname(files.real(path.join(root, file)));
  for (const name of temporaryFiles(files, root, file)) {
    if (!spare.includes(name)) files.removeFile(path.join(folder, name));
  }
}

function keepCopy(files: FileDoor, root: string, { file, role }: Journal['files'][number], bytes: Uint8Array): string {
  if (role === 'private') return keepHidden(files, root, file, bytes);
  for (let count = 1; ; count += 1) {
    const name = `${file}.kept${count === 1 ? '' : count}`;
    if (files.kind(path.join(root, name)) !== undefined) continue;
    files.put(path.join(root, name), bytes);
    return name;
  }
}

/** Secrets are kept where version control never looks. */
function keepHidden(files: FileDoor, root: string, file: string, bytes: Uint8Array): string {
  const folder = path.join(root, KEPT_FOLDER);
  files.makeFolder(folder, 0o700);
  files.put(path.join(folder, '.gitignore'), encode('*\n'));
  const name = `${KEPT_FOLDER}/${file.replaceAll('/', '+')}`;
  files.put(path.join(root, name), bytes, 0o600);
  return name;
}

async function putTreeBack({ files, processes }: Doors, root: string, journal: Journal): Promise<string | undefined> {
  if (journal.phase === 'writing' || journal.install === null) return undefined;
  if (journal.tree.folders.length === 0) {
    // Nothing was installed before: what the manager has begun goes as a whole.
    const made = [...new Set(['.', ...journal.files.map(({ file }) => path.posix.dirname(file))])];
    for (const folder of made) files.removeTree(path.join(root, folder, 'node_modules'));
    return undefined;
  }
  // A manager that was cut off has changed folders before its record of them.
  if (journal.phase !== 'installing' && treeRecord(files, root) === journal.tree.record) return undefined;
  const { command, args } = journal.install;
  const result = await processes.run(command, args, { cwd: root });
  // A manager that was cut off has linked programs of packages that it does not know of any more.
  for (const link of brokenLinks(files, root, journal.tree.folders))
    if (!journal.tree.broken.includes(link)) files.removeFile(path.join(root, link));
  for (const entry of journal.files) {
    // The manager may have written its lockfile anew; as it was before is what was promised.
    const before = entry.before === null ? undefined : readImage(files, root, entry.before);
    const target = path.join(root, entry.file);
    if (entry.after !== null || hashOf(files.read(target)) === hashOf(before)) continue;
    restore(files, target, before, entry.mode);
  }
  return result.status === 0
    ? undefined
    : `The installed packages may not match the lockfile; run: ${[command, ...args].join(' ')}`;
}

/** Links to programs of installed packages that lead nowhere. */
function brokenLinks(files: FileDoor, root: string, folders: readonly string[]): string[] {
  return folders.flatMap((folder) => {
    const programs = path.posix.join(folder, '.bin');
    return files
      .list(path.join(root, programs))
      .filter(({ name, kind }) => kind === 'link' && files.kind(files.real(path.join(root, programs, name))) === 'link')
      .map(({ name }) => path.posix.join(programs, name));
  });
}

function treeRecord(files: FileDoor, root: string): string {
  const records = ['.package-lock.json', '.modules.yaml', '.yarn-integrity', '.yarn-state.yml'];
  return records.map((name) => hashOf(files.read(path.join(root, 'node_modules', name)))).join(' ');
}
