import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { command, when } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('format'),
  when,
  write: told(command, "the program that writes a file anew, with the arguments that stand before the file's name"),
  check: told(command, 'and the one that says whether it is as it should be'),
  beside: told(z.optional(z.array(command)), 'A linter beside it, which must find nothing to change in what was written; it reports as JSON'),
  endings: z.array(z.string()),
});

export type Spec = z.infer<typeof schema>;
