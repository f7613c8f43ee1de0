import path from 'node:path';
import * as z from 'zod/mini';
import { decode, encode } from '../text/utf8.ts';
import type { Doors, FileDoor } from '../ports.ts';
import { hashOf } from '../text/hash.ts';
import { stateFolder } from './state-folder.ts';

const MOST_ENTRIES = 50;

const entrySchema = z.strictObject({
  number: z.number(),
  at: z.string(),
  kind: z.enum(['attach', 'detach', 'undo']),
  title: z.string(),
  parts: z.array(z.strictObject({ integration: z.string(), workspace: z.string() })),
  files: z.array(
    z.strictObject({
      file: z.string(),
      /** Name of the before-image beside the entry; null where the file was not there. */
      before: z.nullable(z.string()),
      after: z.string(),
      role: z.enum(['host', 'manifest', 'record', 'lockfile', 'private']),
      /** Permission bits that it had; entries of older versions do not say. */
      mode: z.optional(z.nullable(z.number())),
    }),
  ),
  /** Number of the entry that this one takes back. */
  undoes: z.nullable(z.number()),
});

/** A change that was made, as `history` lists it and `undo` takes it back. Hashes are SHA-256, or `absent`. */
export type HistoryEntry = z.infer<typeof entrySchema>;

/** What was done to a host, kept in the user's own state folder: the host itself keeps no trace of it. */
export class History {
  readonly #files: FileDoor;
  readonly #folder: string;

  constructor({ files, environment }: Pick<Doors, 'files' | 'environment'>, root: string) {
    this.#files = files;
    this.#folder = path.join(stateFolder(environment), 'hosts', hashOf(encode(root)).slice(0, 24));
  }

  /** All entries, oldest first. Entries that cannot be read are passed over: they are a help, not a promise. */
  entries(): HistoryEntry[] {
    return this.#files
      .list(this.#folder)
      .filter(({ name }) => /^\d+\.json$/.test(name))
      .flatMap(({ name }) => this.#read(name) ?? [])
      .sort((a, b) => a.number - b.number);
  }

  /** The change that `undo` would take back. */
  last(): HistoryEntry | undefined {
    const entries = this.entries();
    const undone = new Set(entries.map((entry) => entry.undoes));
    return entries.findLast((entry) => entry.kind !== 'undo' && !undone.has(entry.number));
  }

  image(entry: HistoryEntry, name: string): Uint8Array | undefined {
    return this.#files.read(path.join(this.#folder, String(entry.number), name));
  }

  /** Adds an entry; one that is there already (same time, same title) is not added again. */
  add(entry: Omit<HistoryEntry, 'number'>, images: ReadonlyMap<string, Uint8Array>): void {
    const entries = this.entries();
    if (entries.some(({ at, title }) => at === entry.at && title === entry.title)) return;
    const number = (entries.at(-1)?.number ?? 0) + 1;
    const folder = path.join(this.#folder, String(number));
    // Before-images can hold anything that a host's files hold: nobody else may read them.
    this.#files.makeFolder(folder, 0o700);
    for (const [name, bytes] of images) this.#files.put(path.join(folder, name), bytes, 0o600);
    this.#write({ ...entry, number });
    for (const old of entries.slice(0, Math.max(0, entries.length + 1 - MOST_ENTRIES))) {
      this.#files.removeFile(path.join(this.#folder, `${old.number}.json`));
      this.#files.removeTree(path.join(this.#folder, String(old.number)));
    }
  }

  #write(entry: HistoryEntry): void {
    this.#files.put(path.join(this.#folder, `${entry.number}.json`), encode(JSON.stringify(entry)), 0o600);
  }

  #read(name: string): HistoryEntry | undefined {
    const bytes = this.#files.read(path.join(this.#folder, name));
    try {
      const result = entrySchema.safeParse(JSON.parse((bytes && decode(bytes)) ?? ''));
      return result.success ? result.data : undefined;
    } catch {
      return undefined;
    }
  }
}
