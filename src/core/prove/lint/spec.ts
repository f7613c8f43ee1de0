import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { plants, program, when } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('lint'),
  when,
  program: told(program, "A program that reports as JSON: a list of files with their messages"),
  args: z.array(z.string()),
  endings: told(z.array(z.string()), 'endings of the sources that it must have read'),
  plants: told(plants, "A file with a mistake, and the rule that must find it"),
  finds: z.string(),
});

export type Spec = z.infer<typeof schema>;
