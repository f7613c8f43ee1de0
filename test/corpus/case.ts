import type { FormatOperation } from '../../src/core/formats/formats.ts';

/** One edit of a real file, for checks that are made on all of them at once. */
export interface CheckedEdit {
  file: string;
  before: string;
  after: string;
}

/** One kind of file: which ones they are, what is asked of each, and how a result is checked by other means than ours. */
export interface CorpusCase {
  name: string;
  matches(file: string): boolean;
  operations(text: string, file: string): FormatOperation[];
  /** Why an edited text is wrong, judged by a parser; undefined where it is right. */
  fault(before: string, after: string, operation: FormatOperation, file: string): string | undefined;
  /** A last check of all edits, by the language's own program; the faults that it finds. `note` tells what was checked. */
  finish?: (edits: readonly CheckedEdit[]) => { faults: string[]; note: string };
  /** Texts that are left out: not of this kind after all. */
  skips?(text: string, file: string): boolean;
}

export function base(file: string): string {
  return file.slice(file.lastIndexOf('/') + 1);
}
