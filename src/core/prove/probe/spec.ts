import * as z from 'zod/mini';
import { plants, when } from '../../definition/proof-parts.ts';
import { tieImport } from '../../definition/modules.ts';
import { told } from '../../definition/words.ts';

export const schema = z.strictObject({
  proof: z.literal('probe'),
  when,
  imports: z.optional(z.array(tieImport)),
  code: told(z.optional(z.string()), 'statements that are run when the module is loaded'),
  value: told(
    z.optional(z.string()),
    'an expression that has what is shown as its value, once the app has started; in what is built before it is served, at once',
  ),
  shows: told(z.string(), 'what must be seen then: in the page, or in what a server writes to its output'),
  visit: told(z.optional(z.string().check(z.regex(/^\//))), 'the path of the page that is looked at; `/` where nothing is said'),
  public: told(
    z.optional(z.record(z.string().check(z.regex(/^[A-Z][A-Z0-9_]*$/)), z.string())),
    'variables of the environment, by their names without what the bundler puts before them; another one, without that, must be in nothing that is built',
  ),
  plants: z.optional(plants),
  checks: told(z.string(), 'what is checked, in words'),
});

export type Spec = z.infer<typeof schema>;
