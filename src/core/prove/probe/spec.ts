import * as z from 'zod/mini';
import { when } from '../../definition/conditions.ts';
import { plants } from '../../definition/proof-parts.ts';
import { tieImport } from '../../definition/modules.ts';
import { told } from '../../definition/words.ts';

export const schema = z.strictObject({
  proof: z.literal('probe'),
  when,
  imports: z.optional(z.array(tieImport)),
  code: told(z.optional(z.string()), 'statements to run when the module is loaded'),
  value: told(
    z.optional(z.string()),
    'an expression whose value is shown once the app has started; on a site that is built in advance, during the build',
  ),
  shows: told(z.string(), "what must be seen: in the page, or in the server's output"),
  visit: told(z.optional(z.string().check(z.regex(/^\//))), 'the path of the page to open; `/` by default'),
  public: told(
    z.optional(z.record(z.string().check(z.regex(/^[A-Z][A-Z0-9_]*$/)), z.string())),
    "variables for the browser, by name without the bundler's prefix; the proof also checks that a variable without the prefix stays out of the build",
  ),
  plants: told(z.optional(plants), 'other files to put into the copy'),
  checks: told(z.string(), 'what it checks, in words'),
});

export type Spec = z.infer<typeof schema>;
