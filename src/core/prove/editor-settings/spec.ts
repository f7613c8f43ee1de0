import * as z from 'zod/mini';
import { when } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('editor-settings'),
  when,
  endings: z.array(z.string()),
});

export type Spec = z.infer<typeof schema>;
