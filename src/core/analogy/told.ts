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
  /** Its words are the other number of what it is told by elsewhere. */
  isOther?: boolean | undefined;
  address?: string | undefined;
}

/** What a new text is to be about. */
export interface Subject {
  words: readonly string[];
  /** The same in the other number: what stands in their other number in texts that it is made like is written so. */
  other?: readonly string[] | undefined;
  /** Its name as it is shown to people; its words where nothing is said. */
  shown?: readonly string[] | undefined;
  /** How its name is written where nothing tells; with hyphens where nothing is said. */
  usual?: Spelling | undefined;
  address?: string | undefined;
}
