import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { when } from '../../definition/conditions.ts';

export const schema = z.strictObject({
  proof: z.literal('built-css'),
  when,
  class: told(
    z.array(z.string()).check(z.minLength(1)),
    'the class; of several, the first whose placeholders all have values',
  ),
  declares: told(z.record(z.string(), z.string()), 'declarations that the rule must have'),
  sheet: told(
    z.optional(
      z.strictObject({
        ending: told(z.string().check(z.regex(/^\w+(\.\w+)*$/)), 'its file ending'),
        text: told(z.string(), 'its contents'),
      }),
    ),
    'a style sheet to add and load for the proof, where the rule comes from',
  ),
});

export type Spec = z.infer<typeof schema>;

/** An at-rule by what it declares: `@font-face of Open Sans Variable`. */
export function inWords(name: string, declares: Readonly<Record<string, string>>): string {
  const values = Object.values(declares);
  return values.length === 0 ? name : `${name} of ${values.join(', ')}`;
}
