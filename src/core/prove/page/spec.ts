import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { when } from '../../definition/conditions.ts';
import { plants } from '../../definition/proof-parts.ts';
import { tie } from '../../definition/ties.ts';

export const schema = z.strictObject({
  proof: z.literal('page'),
  when,
  plants: told(z.optional(plants), 'files to put into the copy'),
  ties: told(z.optional(z.array(tie)), 'ties made in the copy, as in a way'),
  visit: told(z.string().check(z.regex(/^\//)), 'the path to open'),
  shows: told(z.optional(z.string()), 'text the page must contain'),
  head: told(
    z.optional(z.record(z.string(), z.string())),
    'the content of `meta` elements that the page must have, by their names',
  ),
  public: told(
    z.optional(z.record(z.string().check(z.regex(/^[A-Z][A-Z0-9_]*$/)), z.string())),
    "variables for the browser that the build is told, by name without the bundler's prefix",
  ),
  hides: told(
    z.optional(z.string()),
    'text that the build is told as a variable that is not for browsers: nothing built for these may contain it',
  ),
  checks: told(z.optional(z.string()), 'what it checks, in words'),
});

export type Spec = z.infer<typeof schema>;
