import { SCRATCH_PREFIX } from '../text/temporary-names.ts';
import { randomBytes } from 'node:crypto';
import path from 'node:path';
import * as z from 'zod/mini';
import { decode, encode } from '../text/utf8.ts';
import type { Doors, LeftoverNotes, Reader, Within } from '../ports.ts';
import { changesFolder, checkStateFolder, type StateDoors } from '../history/state-folder.ts';

const ID = /^[0-9a-f]{32}$/;
const OWNER = 'owner.json';
/** Which process it is, as it is written down. */
export const processMark = z.strictObject({
  machine: z.string(),
  boot: z.string(),
  namespace: z.string(),
  pid: z.number(),
  started: z.string(),
});

const ownerSchema = z.strictObject({
  record: z.literal(1),
  /** Absolute root of the project, and which folder that is: it may be moved. */
  root: z.string(),
  identity: z.string(),
  /** `proof`: nothing of the project is changed. */
  kind: z.enum(['change', 'proof']),
  what: z.string(),
  since: z.string(),
  holder: processMark,
});

/** What a record says of whose it is. */
export type RecordOwner = z.infer<typeof ownerSchema>;

/**
 * What one command keeps in the user's own state folder while it works, under a random id: the journal of its change with the
 * before-images, the programs that it has started and the copies that it has made. The project has only the id, in its lock.
 */
export class ChangeRecord implements LeftoverNotes {
  readonly id: string;
  readonly folder: string;
  readonly owner: RecordOwner;
  readonly #files: Doors['files'];
  readonly #processes: Doors['processes'];
  #scratches = 0;

  private constructor({ files, processes }: Pick<Doors, 'files' | 'processes'>, folder: string, owner: RecordOwner) {
    this.id = path.basename(folder);
    this.folder = folder;
    this.owner = owner;
    this.#files = files;
    this.#processes = processes;
  }

  /** Begins a record. Throws a Problem (status 3) where the state folder cannot be trusted, or the system's error. */
  static begin(doors: Doors, root: string, kind: RecordOwner['kind'], what: string): ChangeRecord {
    checkStateFolder(doors);
    const { files, processes, clock } = doors;
    const folder = path.join(changesFolder(doors.environment), randomBytes(16).toString('hex'));
    const owner: RecordOwner = {
      record: 1,
      root,
      identity: files.status(root)?.identity ?? '',
      kind,
      what,
      since: clock.now().toISOString(),
      holder: processes.mark(),
    };
    files.makeFolder(folder, 0o700);
    files.put(path.join(folder, OWNER), encode(JSON.stringify(owner)), 0o600);
    return new ChangeRecord(doors, folder, owner);
  }

  /** All records of the user's. One that is not as Ligament writes it is none. */
  static all(doors: StateDoors & Pick<Doors, 'processes'>): ChangeRecord[] {
    const folder = changesFolder(doors.environment);
    const names = doors.files.list(folder).filter(({ name, kind }) => kind === 'folder' && ID.test(name));
    if (names.length === 0) return [];
    checkStateFolder(doors);
    return names.flatMap(({ name }) => {
      const owner = readOwner(doors.files, path.join(folder, name));
      return owner ? [new ChangeRecord(doors as Doors, path.join(folder, name), owner)] : [];
    });
  }

  /** The records of one project: by its place, or by which folder it is where it was moved. */
  static of(doors: StateDoors & Pick<Doors, 'processes'>, root: string): ChangeRecord[] {
    const identity = doors.files.status(root)?.identity;
    return ChangeRecord.all(doors).filter(({ owner }) => isAt(owner, root, identity));
  }

  /** Whether its process still works. */
  get state(): ReturnType<Doors['processes']['state']> {
    return this.#processes.state(this.owner.holder);
  }

  /** What writes for it must not leave, and what its temporary files are known by. */
  within(root: string): Within {
    return { root, mark: this.id };
  }

  child(pid: number): void {
    this.#note(`child-${pid}`, JSON.stringify(this.#processes.mark(pid)));
  }

  scratch(folder: string): void {
    this.#scratches += 1;
    this.#note(`scratch-${this.#scratches}`, folder);
  }

  /** Ends what it has started and removes the copies that it has made, as far as either is still there. */
  async clearLeftovers(): Promise<void> {
    const notes = this.#files.list(this.folder).filter(({ kind }) => kind === 'file');
    for (const { name } of notes.filter((one) => one.name.startsWith('child-'))) {
      const mark = processMark.safeParse(json(this.#files, path.join(this.folder, name)));
      if (mark.success) await this.#processes.end(mark.data);
    }
    for (const { name } of notes.filter((one) => one.name.startsWith('scratch-'))) {
      const bytes = this.#files.read(path.join(this.folder, name));
      const folder = (bytes && decode(bytes)) ?? '';
      if (!path.basename(folder).startsWith(SCRATCH_PREFIX)) continue;
      await this.#processes.endIn(folder);
      this.#files.removeScratch(folder, SCRATCH_PREFIX);
    }
  }

  /** Removes the record: it says who it is until the last. */
  remove(): void {
    for (const { name } of this.#files.list(this.folder))
      if (name !== OWNER) this.#files.removeFile(path.join(this.folder, name));
    this.#files.removeTree(this.folder);
  }

  #note(name: string, text: string): void {
    this.#files.put(path.join(this.folder, name), encode(text), 0o600);
  }
}

/** Whether a record is of a project at some place. */
export function isAt(owner: RecordOwner, root: string, identity: string | undefined): boolean {
  return owner.root === root || (owner.identity !== '' && owner.identity === identity);
}

/** A record by the id that a lock names; undefined where the user's state has none of it. */
export function recordById(doors: StateDoors & Pick<Doors, 'processes'>, id: string): ChangeRecord | undefined {
  return ID.test(id) ? ChangeRecord.all(doors).find((one) => one.id === id) : undefined;
}

function readOwner(files: Reader, folder: string): RecordOwner | undefined {
  const result = ownerSchema.safeParse(json(files, path.join(folder, OWNER)));
  return result.success ? result.data : undefined;
}

function json(files: Reader, file: string): unknown {
  const bytes = files.read(file);
  try {
    return JSON.parse((bytes && decode(bytes)) ?? '') as unknown;
  } catch {
    return undefined;
  }
}
