import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { when } from '../../definition/conditions.ts';
import { command } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('format'),
  when,
  write: told(command, 'the program that formats files, with the arguments before the file names'),
  check: told(command, 'the program that checks the format'),
  beside: told(
    z.optional(z.array(command)),
    'linters, reporting as JSON, that must find nothing to change in the result',
  ),
  endings: told(z.array(z.string()), 'file endings of the sources to format'),
});

export type Spec = z.infer<typeof schema>;
