import path from 'node:path';
import * as z from 'zod/mini';
import { decode, encode } from '../text/utf8.ts';
import { EXIT, Problem } from '../problem.ts';
import { checkPath } from '../change/paths.ts';
import type { FileDoor, Reader } from '../ports.ts';
import { workOfRun } from '../ecosystems/works.ts';
import { ChangeRecord } from './change-record.ts';
import type { ViewDoors } from './lock-view.ts';

const FILE = 'journal.json';

const journalSchema = z.strictObject({
  journal: z.literal(3),
  title: z.string(),
  kind: z.enum(['attach', 'detach', 'undo']),
  startedAt: z.string(),
  parts: z.array(z.strictObject({ integration: z.string(), workspace: z.string() })),
  undoes: z.nullable(z.number()),
  /**
   * How far the change has come. `installing`: the manager may be at work, so that nobody knows what is installed.
   * `settled`: all is done, only the journal is left to be dropped.
   */
  phase: z.enum(['writing', 'installing', 'installed', 'running', 'proving', 'settled']),
  files: z.array(
    z.strictObject({
      file: z.string(),
      role: z.enum(['host', 'manifest', 'record', 'lockfile', 'private']),
      /** Name of the before-image in the journal's folder; null where the file was not there. */
      before: z.nullable(z.string()),
      mode: z.nullable(z.number()),
      /** SHA-256 of what is written; null where the package manager writes it. */
      after: z.nullable(z.string()),
    }),
  ),
  /** Folders that the change makes, outermost first. */
  folders: z.array(z.string()),
  /** The package managers' runs, in their order, each with the folder that it is in. */
  installs: z.array(
    z.strictObject({
      command: z.string(),
      args: z.array(z.string()),
      folder: z.string(),
      /** The tree of installed packages before: the manager's own record of it, and which folders were there. */
      tree: z.strictObject({
        record: z.string(),
        folders: z.array(z.string()),
        /** Folders of packages that were not there and that the manager may make. */
        absent: z.array(z.string()),
        /** Links to programs that led nowhere before. */
        broken: z.array(z.string()),
      }),
    }),
  ),
  /** What frameworks keep of their last start: it goes, whichever way the change ends. */
  stale: z.array(z.string()),
});

export type Journal = z.infer<typeof journalSchema>;

/** Flushes a journal to disk; until it is there whole, nothing of the host is touched. */
export function writeJournal(files: FileDoor, record: ChangeRecord, journal: Journal): void {
  files.put(path.join(record.folder, FILE), encode(JSON.stringify(journal)), 0o600);
}

/** Whether a record has the journal of a change that did not end. */
export function hasJournal(files: Reader, record: ChangeRecord): boolean {
  return files.kind(path.join(record.folder, FILE)) !== undefined;
}

/** The journal of a change, undefined where there is none. Throws a Problem (status 5) for a broken one. */
export function readJournal(files: Reader, record: ChangeRecord, root: string): Journal | undefined {
  const bytes = files.read(path.join(record.folder, FILE));
  if (bytes === undefined) return undefined;
  const broken = (why: string): Problem =>
    new Problem({
      status: EXIT.recoveryNeeded,
      what: 'The journal of an unfinished change cannot be read',
      where: { file: path.join(record.folder, FILE) },
      why,
      next: `The files as they were lie beside it; put them back by hand, then remove ${record.folder}.`,
    });
  try {
    const result = journalSchema.safeParse(JSON.parse(decode(bytes) ?? ''));
    if (!result.success) throw broken('it is not as Ligament writes it');
    checkPlaces(files, { root, record, journal: result.data }, broken);
    return result.data;
  } catch (error) {
    if (Problem.is(error)) throw error;
    throw broken('it is not JSON');
  }
}

/** A change of a host that was cut off: its record, and the journal in it. `own` is the command's own record. Throws a Problem (status 5) for a broken one. */
export function findUnfinished(
  doors: ViewDoors,
  root: string,
  own?: ChangeRecord,
): { record: ChangeRecord; journal: Journal } | undefined {
  const self = JSON.stringify(doors.processes.mark());
  // Who cannot be seen from here and whose lock is gone was killed elsewhere; this process is at one change at a time.
  const over = (one: ChangeRecord): boolean => one.state !== 'running' || JSON.stringify(one.owner.holder) === self;
  const ended = ChangeRecord.of(doors, root).filter(
    (one) => one.owner.kind === 'change' && one.id !== own?.id && hasJournal(doors.files, one) && over(one),
  );
  for (const record of ended) {
    const journal = readJournal(doors.files, record, root);
    if (journal) return { record, journal };
  }
  return undefined;
}

/** The bytes of a before-image. */
export function readImage(files: Pick<FileDoor, 'read'>, record: ChangeRecord, name: string): Uint8Array | undefined {
  return files.read(path.join(record.folder, name));
}

/** What a journal names must lie in the host, and its images beside it. */
function checkPlaces(
  files: Reader,
  { root, record, journal }: { root: string; record: ChangeRecord; journal: Journal },
  broken: (why: string) => Problem,
): void {
  const { files: entries, folders, phase, installs, stale } = journal;
  const runIn = installs.map(({ folder }) => folder).filter((folder) => folder !== '.');
  for (const file of [...entries.map((entry) => entry.file), ...folders, ...stale, ...runIn]) {
    try {
      checkPath(files, root, file);
    } catch {
      throw broken(`it names a path outside the project: ${file}`);
    }
  }
  // Packages may be installed behind a link that leads elsewhere: of these only the name counts.
  for (const { tree, ...run } of installs) {
    const work = workOfRun(run);
    if (!work) throw broken('it names a command that Ligament does not run');
    if (![...tree.folders, ...tree.absent].every((folder) => work.tree.isFolder(folder)))
      throw broken('it names another folder as one of packages');
  }
  for (const { file, before } of entries) {
    if (before !== null && !/^before-\d+$/.test(before)) throw broken('it names a path outside its folder');
    const missing = before !== null && phase !== 'settled' && readImage(files, record, before) === undefined;
    if (missing) throw broken(`how ${file} was before (${before}) is missing`);
  }
  checkFolders(files, root, entries, broken);
}

/** What is put back must have folders above it: neither a file that is there, nor one that is put back as well. */
function checkFolders(files: Reader, root: string, entries: Journal['files'], broken: (why: string) => Problem): void {
  const there = new Set(entries.filter(({ before }) => before !== null).map(({ file }) => file));
  for (const file of there)
    for (let above = path.posix.dirname(file); above !== '.' && above !== '/'; above = path.posix.dirname(above))
      if (there.has(above) || files.kind(path.join(root, above)) === 'file')
        throw broken(`${file} would be put into ${above}, which is a file`);
}
