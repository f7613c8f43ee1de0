import { isManifest } from '../../change/roles.ts';
import path from 'node:path';
import { hashOf } from '../../text/hash.ts';
import type { History, HistoryEntry } from '../../history/history.ts';
import type { Context } from '../../host/context.ts';
import type { FileChange } from '../../change/change-set.ts';

type Recorded = HistoryEntry['files'][number];

interface Leaving {
  going: readonly { integration: string; workspace: string }[];
  /** What their leaving does to the host's files. */
  files: readonly FileChange[];
}

/**
 * The lockfile as it was before: where what leaves came in one step and the lockfile is as that left it; or where the manifests
 * become what they were before an earlier change, and nothing but Ligament has changed them or the lockfile since. Then that is
 * what it must be again, to the byte.
 */
export function lockfileBefore(context: Context, history: History, leaving: Leaving): FileChange[] {
  const entries = history.entries();
  // What others have edits in is not the manager's alone.
  const edited = new Set(context.ledgers.flatMap(({ edits }) => edits.map(({ file }) => file)));
  const known = new LockfileHistory(context, history, entries);
  const came = cameTogether(entries, leaving);
  const own = came ? known.lockfiles(came, came) : [];
  const from = own.length > 0 ? undefined : known.sameManifests(leaving.files);
  const found = from ? known.lockfiles(from, entries.at(-1) ?? from) : own;
  return found.filter(({ file }) => !edited.has(file));
}

/** The change by which exactly what leaves has come. */
function cameTogether(entries: readonly HistoryEntry[], { going }: Leaving): HistoryEntry | undefined {
  const undone = new Set(entries.map((one) => one.undoes));
  return entries.findLast(
    (entry) =>
      entry.kind === 'attach' &&
      !undone.has(entry.number) &&
      entry.parts.length === going.length &&
      going.every((one) =>
        entry.parts.some((part) => part.integration === one.integration && part.workspace === one.workspace),
      ),
  );
}

class LockfileHistory {
  readonly #context: Context;
  readonly #history: History;
  readonly #entries: readonly HistoryEntry[];

  constructor(context: Context, history: History, entries: readonly HistoryEntry[]) {
    this.#context = context;
    this.#history = history;
    this.#entries = entries;
  }

  /** The latest change before which all manifests were what `files` make of them, with nobody else's change since. */
  sameManifests(files: readonly FileChange[]): HistoryEntry | undefined {
    const next = new Map(files.filter(({ file }) => isManifest(file)).map(({ file, after }) => [file, hashOf(after)]));
    if (next.size === 0) return undefined;
    // What each file was before the change that is looked at; now, to begin with.
    const were = new Map<string, string>();
    for (const entry of this.#entries.toReversed()) {
      for (const one of entry.files) {
        if (!isManifest(one.file) && one.role !== 'lockfile') continue;
        if (one.after !== (were.get(one.file) ?? hashOf(this.#now(one.file)))) return undefined;
        const before = this.#before(entry, one);
        if (before === undefined) return undefined;
        were.set(one.file, before.hash);
      }
      const manifests = [...were].filter(([file]) => isManifest(file));
      const same = manifests.every(([file, hash]) => (next.get(file) ?? hashOf(this.#now(file))) === hash);
      if (same && [...next.keys()].every((file) => were.has(file))) return entry;
    }
    return undefined;
  }

  /** The lockfiles as they were before a change, where they are as a later one (or itself) has left them. */
  lockfiles(from: HistoryEntry, upTo: HistoryEntry): FileChange[] {
    const later = this.#entries.slice(this.#entries.indexOf(from), this.#entries.indexOf(upTo) + 1);
    return from.files.flatMap((one): FileChange[] => {
      if (one.role !== 'lockfile') return [];
      const left = later.flatMap(({ files }) => files).findLast(({ file }) => file === one.file)?.after;
      const now = this.#now(one.file);
      const before = this.#before(from, one);
      if (!before || hashOf(now) !== left) return [];
      return [{ file: one.file, before: now, after: before.bytes, role: 'lockfile' }];
    });
  }

  #now(file: string): Uint8Array | undefined {
    return this.#context.reader.read(path.join(this.#context.host.root, file));
  }

  /** What a file was before a change; undefined where that is not kept any more. */
  #before(entry: HistoryEntry, { before }: Recorded): { bytes: Uint8Array | undefined; hash: string } | undefined {
    const bytes = before === null ? undefined : this.#history.image(entry, before);
    return before !== null && bytes === undefined ? undefined : { bytes, hash: hashOf(bytes) };
  }
}
