import type { FileDoor, Within } from '../ports.ts';
import type { ChangeRecord } from './change-record.ts';
import { writeJournal, type Journal } from './journal.ts';

/** A change that is being carried out: its host, the record in the user's state, and the journal in that. */
export class Run {
  readonly root: string;
  readonly record: ChangeRecord;
  readonly journal: Journal;
  readonly #files: FileDoor;

  constructor(files: FileDoor, root: string, record: ChangeRecord, journal: Journal) {
    this.#files = files;
    this.root = root;
    this.record = record;
    this.journal = journal;
  }

  /** What its writes must not leave. */
  get within(): Within {
    return this.record.within(this.root);
  }

  /** Notes how far it has come, flushed to disk; nothing where it is there already. */
  phase(phase: Journal['phase']): void {
    if (phase === this.journal.phase) return;
    writeJournal(this.#files, this.record, { ...this.journal, phase });
    this.journal.phase = phase;
  }

  /** Takes back that the installed packages may be in between, without a flush: the next note tells it. */
  installed(): void {
    this.journal.phase = 'installed';
  }
}
