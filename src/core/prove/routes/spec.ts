import * as z from 'zod/mini';
import { when } from '../../definition/conditions.ts';
import { told } from '../../definition/words.ts';

export const schema = z.strictObject({
  proof: z.literal('routes'),
  when,
  adds: told(z.boolean(), 'whether it brings routes of its own'),
});

export type Spec = z.infer<typeof schema>;
