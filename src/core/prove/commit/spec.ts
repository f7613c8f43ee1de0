import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { when } from '../../definition/conditions.ts';
import { plants } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('commit'),
  when,
  plants: told(plants, 'files to stage'),
  refuses: told(z.optional(z.boolean()), 'the hook must refuse the commit; by default it must change what was staged'),
});

export type Spec = z.infer<typeof schema>;
