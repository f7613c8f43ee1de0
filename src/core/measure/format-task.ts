import type { Options } from './search.ts';

/** Sources that a formatter is to lay out, each by options of its own. The answer is a list of texts; null where it cannot read one. */
export interface FormatTask {
  sources: { file: string; text: string; options: Options }[];
}
