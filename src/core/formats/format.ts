import type * as z from 'zod/mini';
import type { ProcessDoor } from '../ports.ts';
import type { CodeStyle } from '../text/code-style.ts';
import { applySplices, type Splice } from '../text/splices.ts';
import { positionAt } from '../text/positions.ts';

/** Why an edit cannot be made safely, where, and what to put in by hand instead. */
export interface Refusal {
  reason: string;
  /** Counted from 1; absent where the whole file is meant. */
  line?: number;
  column?: number;
  /** The exact text to put in by hand and where, in the file's own style. */
  handwork: string;
}

export interface Edited {
  kind: 'edited';
  text: string;
  /** What was done, as replacements in the text before. */
  splices: Splice[];
}
export interface Already {
  kind: 'already';
  /** Offset of what is there already. */
  at: number;
}
export interface Refused {
  kind: 'refused';
  refusal: Refusal;
}
export type Outcome = Edited | Already | Refused;

/** What a format may know besides the text: the file's name (its ending tells the language) and the host's style. */
export interface Surroundings {
  file: string;
  style: CodeStyle;
}

/**
 * An editor for one kind of text. Pure: text and operation in; edited text, `already`, or a refusal out. It throws
 * nothing, and what it does not edit stays byte for byte.
 */
export interface Format<Operation> {
  edit(text: string, operation: Operation, around: Surroundings): Outcome;
  /** Takes out by meaning what `edit` put in, for files that changed since; `already` where it is not there. */
  remove(text: string, operation: Operation, around: Surroundings): Outcome;
}

/** A text as it will be in a file, by its name. */
export interface WrittenText {
  file: string;
  text: string;
}

/** What makes a text unreadable: its line, counted from 1, and who says so. */
export interface TextFault {
  file: string;
  line: number;
  why: string;
  by: string;
}

export function edited(text: string, splices: Splice[]): Edited {
  return { kind: 'edited', text: applySplices(text, splices), splices };
}

export function refused(text: string, at: number | undefined, reason: string, handwork: string): Refused {
  const position = at === undefined ? undefined : positionAt(text, at);
  return { kind: 'refused', refusal: { reason, ...position, handwork } };
}

/** All that is known of a format, apart from its editor: that is large, and loaded by the first edit that needs it. */
export interface FormatDescriptor<Name extends string = string, Operation = never> {
  name: Name;
  /** Which texts it edits, in words. */
  says: string;
  /** The shape of its operations, as a record holds them. */
  schema: z.ZodMiniType<Operation>;
  /** What an operation has put into a file, in a few words that stand behind "no longer". */
  describe(this: void, operation: Operation): string;
  load(): Promise<Format<Operation>>;
  /** Has the language's own program, run in `root`, read those of some texts that are its own: the first that it cannot read. */
  readBack?(processes: ProcessDoor, root: string, texts: readonly WrittenText[]): Promise<TextFault | undefined>;
}

/** Says of a descriptor which operations it is for. */
export function formatDescriptor<Name extends string, Operation>(
  one: FormatDescriptor<Name, Operation>,
): FormatDescriptor<Name, Operation> {
  return one;
}
