import { workOfRun } from '../ecosystems/works.ts';
import path from 'node:path';
import { staleFiles } from '../change/stale-files.ts';
import { encode } from '../text/utf8.ts';
import type { Doors, FileDoor, Within } from '../ports.ts';
import { temporaryPrefix } from '../text/temporary-names.ts';
import type { ChangeRecord } from './change-record.ts';
import { hashOf } from '../text/hash.ts';
import { readImage, type Journal } from './journal.ts';

const KEPT_FOLDER = '.ligament/kept';

export interface PutBack {
  /** Host-relative files that are as they were again. */
  restored: string[];
  /** Copies of files that somebody else has changed meanwhile. */
  kept: string[];
  /** What is left to be done by hand, if anything. */
  handwork: string | undefined;
}

/** A change that is put back: its host, its journal and where that is. */
interface Cut {
  root: string;
  record: ChangeRecord;
  journal: Journal;
}

/** Puts every file of a journal back as it was and the installed packages with them. May be killed and repeated. */
export async function putBack(doors: Doors, cut: Cut): Promise<PutBack> {
  const { files } = doors;
  const { root, record, journal } = cut;
  const within = record.within(root);
  const restored: string[] = [];
  const kept: string[] = [];
  // What is new goes first: on a full disk it makes the room for the rest.
  // And secrets go before the line by which version control passes them over, and come back after it.
  const secrets = journal.kind === 'attach' ? 0 : 3;
  const rank = ({ before, role }: Journal['files'][number]): number =>
    role === 'private' ? secrets : before === null ? 1 : 2;
  for (const entry of [...journal.files].sort((a, b) => rank(a) - rank(b))) {
    removeLeftovers(files, entry, within);
    const target = path.join(root, entry.file);
    const before = entry.before === null ? undefined : readImage(files, record, entry.before);
    if (entry.before !== null && before === undefined) throw new Error(`the before-image of ${entry.file} is missing`);
    const now = files.read(target);
    if (hashOf(now) === hashOf(before)) continue;
    if (now !== undefined && entry.after !== null && hashOf(now) !== entry.after)
      kept.push(keepCopy(files, within, entry, now));
    restore(files, target, { before, mode: entry.mode }, within);
    restored.push(entry.file);
  }
  for (const folder of [...journal.folders].reverse()) files.removeEmptyFolder(path.join(root, folder), within);
  const handwork: string[] = [];
  for (const install of journal.installs) {
    const left = await putTreeBack(doors, cut, install);
    if (left !== undefined) handwork.push(left);
  }
  dropStale(files, cut);
  return { restored, kept, handwork: handwork.length > 0 ? handwork.join(' ') : undefined };
}

/** Drops the journal: from then on the change is over. The rest of its record goes with the record. */
export function dropJournal(files: FileDoor, record: ChangeRecord): void {
  const file = path.join(record.folder, 'journal.json');
  if (files.kind(file) !== undefined) files.removeFile(file);
}

function restore(
  files: FileDoor,
  target: string,
  { before, mode }: { before: Uint8Array | undefined; mode: number | null },
  within: Within,
): void {
  if (before === undefined) return files.removeFile(target, within);
  files.makeFolder(path.dirname(target), undefined, within);
  files.put(target, before, mode ?? undefined, within);
}

/** Removes what a killed write of this very change has left beside a file: nobody else's file has its mark in its name. */
function removeLeftovers(files: FileDoor, { file }: Journal['files'][number], within: Within): void {
  const real = files.real(path.join(within.root, file));
  const own = temporaryPrefix(path.basename(real), within.mark);
  for (const { name } of files.list(path.dirname(real)))
    if (name.startsWith(own)) files.removeFile(path.join(path.dirname(real), name), within);
}

function keepCopy(
  files: FileDoor,
  within: Within,
  { file, role }: Journal['files'][number],
  bytes: Uint8Array,
): string {
  if (role === 'private') return keepHidden(files, within, file, bytes);
  for (let count = 1; ; count += 1) {
    const name = `${file}.kept${count === 1 ? '' : count}`;
    if (files.create(path.join(within.root, name), bytes, 0o644, within)) return name;
  }
}

/** Secrets are kept where version control never looks. */
function keepHidden(files: FileDoor, within: Within, file: string, bytes: Uint8Array): string {
  const folder = path.join(within.root, KEPT_FOLDER);
  files.makeFolder(folder, 0o700, within);
  files.put(path.join(folder, '.gitignore'), encode('*\n'), undefined, within);
  const name = `${KEPT_FOLDER}/${file.replaceAll('/', '+')}`;
  files.put(path.join(within.root, name), bytes, 0o600, within);
  return name;
}

/** Removes what frameworks keep of their last start: they would go by packages and files that are not there any more. */
export function dropStale(files: FileDoor, { root, record, journal }: Cut): void {
  const within = record.within(root);
  for (const target of journal.stale.flatMap((one) => staleFiles(files, root, one))) {
    const kind = files.kind(target);
    if (kind === 'folder') files.removeTree(target, within);
    else if (kind !== undefined) files.removeFile(target, within);
  }
}

async function putTreeBack(
  { files, processes, environment: own }: Doors,
  { root, record, journal }: Cut,
  { tree, ...run }: Journal['installs'][number],
): Promise<string | undefined> {
  const work = workOfRun(run);
  if (journal.phase === 'writing' || !work) return undefined;
  const within = record.within(root);
  if (tree.folders.length === 0) {
    // Nothing was installed before: what the manager has begun goes as a whole, and nothing else of such a name does.
    for (const folder of tree.absent) files.removeTree(path.join(root, folder), within);
    return undefined;
  }
  // A manager that was cut off has changed folders before its record of them.
  if (journal.phase !== 'installing' && !work.tree.changed(files, root, tree)) return undefined;
  const { command, args, folder } = run;
  const environment = work.prepare?.({ files, environment: own, root }, run, record.folder);
  const result = await processes.run(command, args, { cwd: path.join(root, folder), environment });
  work.tree.tidy(files, root, tree, within);
  for (const entry of journal.files) {
    // The manager may have written its lockfile anew; as it was before is what was promised.
    const before = entry.before === null ? undefined : readImage(files, record, entry.before);
    const target = path.join(root, entry.file);
    if (entry.after !== null || hashOf(files.read(target)) === hashOf(before)) continue;
    restore(files, target, { before, mode: entry.mode }, within);
  }
  return result.status === 0
    ? undefined
    : `The installed packages may not match the lockfile; run: ${[command, ...args].join(' ')}`;
}
