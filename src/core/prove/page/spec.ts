import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { plants, when } from '../../definition/proof-parts.ts';
import { tie } from '../../definition/ties.ts';

export const schema = z.strictObject({
  proof: z.literal('page'),
  when,
  plants: z.optional(plants),
  ties: told(z.optional(z.array(tie)), 'tied in the copy only, as in a way'),
  visit: told(z.string().check(z.regex(/^\//)), 'the path that is visited in the built app'),
  shows: told(z.optional(z.string()), 'what must stand in the page then; anything where nothing is said'),
  hides: told(z.optional(z.string()), 'what must stand in nothing that was built for browsers'),
  checks: told(z.optional(z.string()), 'what is checked, in words'),
});

export type Spec = z.infer<typeof schema>;
