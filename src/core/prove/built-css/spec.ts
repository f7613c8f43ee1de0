import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { when } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('built-css'),
  when,
  class: told(z.array(z.string()).check(z.minLength(1)), 'A class that a source added for the proof uses; of several texts the first whose placeholders are all filled'),
  declares: told(z.record(z.string(), z.string()), 'declarations that the built style sheets must then have for that class'),
  sheet: told(z.optional(z.strictObject({ ending: z.string().check(z.regex(/^\w+(\.\w+)*$/)), text: z.string() })), 'A sheet that is added and loaded for the proof, by the ending of its name: the class has its rule from there'),
});

export type Spec = z.infer<typeof schema>;
