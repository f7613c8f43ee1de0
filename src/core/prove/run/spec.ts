import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { command, plants, when } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('run'),
  when,
  run: told(command, 'A program of an installed package, and its arguments; it must end with 0'),
  plants: z.optional(plants),
  says: told(z.string(), 'what its output must say'),
  checks: told(z.string(), 'what is checked, in words'),
});

export type Spec = z.infer<typeof schema>;
