import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { when } from '../../definition/conditions.ts';
import { plants, program } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('lint'),
  when,
  program: told(program, 'a program that reports as JSON: a list of files with their messages'),
  args: told(z.array(z.string()), 'its arguments'),
  endings: told(z.array(z.string()), 'file endings of the sources it must read'),
  plants: told(plants, 'a file with a mistake in it'),
  finds: told(z.string(), 'the rule that must find it; `fatal` for a file that cannot be parsed'),
});

export type Spec = z.infer<typeof schema>;
