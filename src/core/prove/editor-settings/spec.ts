import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { when } from '../../definition/conditions.ts';

export const schema = z.strictObject({
  proof: z.literal('editor-settings'),
  when,
  endings: told(z.array(z.string()), 'file endings of the sources to look at'),
});

export type Spec = z.infer<typeof schema>;
