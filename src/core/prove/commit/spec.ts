import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { plants, when } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('commit'),
  when,
  plants: told(plants, "Files that are staged"),
  refuses: told(z.optional(z.boolean()), 'the commit must be refused; else what is committed must be other than what was staged'),
});

export type Spec = z.infer<typeof schema>;
