import type { Spelling } from './spellings.ts';

/** A text about one thing: what it is called, and at which address it is shown, if it is. */
export interface Told {
  text: string;
  /** The file that it is in, whose ending tells its language. */
  file: string;
  /** The words of the name. */
  words: readonly string[];
  /** The same in the other number, where texts of this kind have both. */
  other?: readonly string[] | undefined;
  address?: string | undefined;
}

/** What a new text is to be about. */
export interface Subject {
  words: readonly string[];
  /** The same in the other number: what stands in their other number in texts that it is made like is written so. */
  other?: readonly string[] | undefined;
  /** How its name is written where nothing tells; with hyphens where nothing is said. */
  usual?: Spelling | undefined;
  address?: string | undefined;
}
