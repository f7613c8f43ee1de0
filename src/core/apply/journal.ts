import path from 'node:path';
import * as z from 'zod/mini';
import { decode, encode } from '../doors/text.ts';
import { EXIT, Problem } from '../problem.ts';
import { checkPath } from '../plan/paths.ts';
import type { FileDoor, Reader } from '../ports.ts';

/** The folder of the change in flight, below the host's root. */
export const JOURNAL_FOLDER = '.ligament/journal';
const FILE = `${JOURNAL_FOLDER}/journal.json`;
const CHILD = `${JOURNAL_FOLDER}/child`;
/** How the folders begin that proofs make their copies in. */
export const SCRATCH_PREFIX = 'ligament-proof-';
const SCRATCH = `${JOURNAL_FOLDER}/scratch`;

const journalSchema = z.strictObject({
  journal: z.literal(1),
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
      role: z.enum(['host', 'record', 'lockfile', 'private']),
      /** Name of the before-image in the journal's folder; null where the file was not there. */
      before: z.nullable(z.string()),
      mode: z.nullable(z.number()),
      /** SHA-256 of what is written; null where the package manager writes it. */
      after: z.nullable(z.string()),
      /** Names beside the file that look like temporary files of it but were there before. */
      spare: z.array(z.string()),
    }),
  ),
  /** Folders that the change makes, outermost first. */
  folders: z.array(z.string()),
  install: z.nullable(z.strictObject({ command: z.string(), args: z.array(z.string()) })),
  /** The tree of installed packages before: the manager's own record of it, and which folders were there. */
  tree: z.strictObject({
    record: z.string(),
    folders: z.array(z.string()),
    /** Links to programs that led nowhere before. */
    broken: z.array(z.string()),
  }),
});

export type Journal = z.infer<typeof journalSchema>;

/** Flushes a journal to disk; until it is there whole, nothing of the host is touched. */
export function writeJournal(files: FileDoor, root: string, journal: Journal): void {
  files.put(path.join(root, FILE), encode(JSON.stringify(journal)), 0o600);
}

/** The journal of a change that did not end, undefined where there is none. Throws a Problem (status 5) for a broken one. */
export function readJournal(files: Reader, root: string): Journal | undefined {
  const bytes = files.read(path.join(root, FILE));
  if (bytes === undefined) return undefined;
  const broken = (why: string): Problem =>
    new Problem({
      status: EXIT.recoveryNeeded,
      what: 'The journal of an unfinished change cannot be read',
      where: { file: FILE },
      why,
      next: `The files as they were lie beside it in ${JOURNAL_FOLDER}; put them back by hand, then remove that folder.`,
    });
  try {
    const result = journalSchema.safeParse(JSON.parse(decode(bytes) ?? ''));
    if (!result.success) throw broken('it is not as Ligament writes it');
    checkPlaces(files, root, result.data, broken);
    return result.data;
  } catch (error) {
    if (Problem.is(error)) throw error;
    throw broken('it is not JSON');
  }
}

/** Notes the number of a program that runs for a change in flight: should Ligament be killed, it goes on by itself. */
export function noteChild(files: FileDoor, root: string, pid: number): void {
  if (files.kind(path.join(root, FILE)) !== undefined) files.put(path.join(root, CHILD), encode(String(pid)));
}

/** The number of the program that was last started for the change. */
export function readChild(files: Pick<FileDoor, 'read'>, root: string): number | undefined {
  const bytes = files.read(path.join(root, CHILD));
  const pid = Number((bytes && decode(bytes)) ?? '');
  return Number.isInteger(pid) && pid > 1 ? pid : undefined;
}

/** Notes the folder of a proof's copy, if a change is in flight: should Ligament be killed, it would stay for ever. */
export function noteScratch(files: FileDoor, root: string, folder: string): void {
  if (files.kind(path.join(root, FILE)) !== undefined) files.put(path.join(root, SCRATCH), encode(folder), 0o600);
}

/** The folder of the copy that the last proof was made in. */
export function readScratch(files: Pick<FileDoor, 'read'>, root: string): string | undefined {
  const bytes = files.read(path.join(root, SCRATCH));
  return bytes && decode(bytes);
}

/** The bytes of a before-image. */
export function readImage(files: Pick<FileDoor, 'read'>, root: string, name: string): Uint8Array | undefined {
  return files.read(path.join(root, JOURNAL_FOLDER, name));
}

const WHEN: Record<Journal['phase'], string> = {
  writing: 'while its files were written',
  installing: 'while the package manager ran',
  installed: 'when the package manager had ended',
  running: 'while its commands ran',
  proving: 'while it was proved',
  settled: 'when all was done but to tidy up',
};

/** The problem that every command but `recover` ends in while a journal is there. */
export function recoveryNeeded(journal: Journal): Problem {
  return new Problem({
    status: EXIT.recoveryNeeded,
    what: `A change did not end: ${journal.title}`,
    why: `it was begun at ${journal.startedAt} and was cut off ${WHEN[journal.phase]}`,
    next: 'Run: ligament recover. Or give --recover to attach, detach or undo, which then heal it first.',
  });
}

/** What a journal names must lie in the host, and its images beside it: it may have come with somebody else's files. */
function checkPlaces(
  files: Reader,
  root: string,
  { files: entries, folders, phase, tree }: Journal,
  broken: (why: string) => Problem,
): void {
  for (const file of [...entries.map((entry) => entry.file), ...folders]) {
    try {
      checkPath(files, root, file);
    } catch {
      throw broken(`it names a path outside the project: ${file}`);
    }
  }
  // Packages may be installed behind a link that leads elsewhere: of these only the name counts.
  if (tree.folders.some((folder) => folder.split('/').includes('..') || !folder.endsWith('node_modules')))
    throw broken('it names another folder as one of packages');
  for (const { file, before, spare } of entries) {
    if ([before ?? '', ...spare].some((name) => /[\\/]/.test(name))) throw broken('it names a path outside its folder');
    const missing = before !== null && phase !== 'settled' && readImage(files, root, before) === undefined;
    if (missing) throw broken(`how ${file} was before (${before}) is missing`);
  }
}
