/** A place in a host's own sources that will miss what goes. */
export interface Use {
  integration: string;
  /** Relative to the host's root. */
  file: string;
  /** Counted from 1. */
  line: number;
  /** The line as it is written, without the blanks around it. */
  text: string;
}
