/** A text about one thing: what it is called, and at which address it is shown, if it is. */
export interface Told {
  text: string;
  /** The file that it is in, whose ending tells its language. */
  file: string;
  /** The words of the name. */
  words: readonly string[];
  address?: string | undefined;
}

/** What a new text is to be about. */
export interface Subject {
  words: readonly string[];
  address?: string | undefined;
}
