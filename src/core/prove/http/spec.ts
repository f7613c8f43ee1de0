import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { ownPath } from '../../definition/own-path.ts';
import { plants, when } from '../../definition/proof-parts.ts';
import { tie } from '../../definition/ties.ts';

const step = z.strictObject({
  ask: told(z.optional(z.string().check(z.regex(/^[A-Z]+ \/\S*$/))), 'method and path: `POST /login`'),
  read: told(z.optional(ownPath), 'instead of asking: a file of the workspace is read; of a folder the file that was written last'),
  as: told(z.optional(z.string()), 'whose cookies are sent and kept; one visitor where nothing is said'),
  with: told(z.optional(z.string()), 'somebody whose cookies they have got hold of first'),
  form: z.optional(z.record(z.string(), z.string())),
  headers: z.optional(z.record(z.string(), z.string())),
  status: told(z.optional(z.number()), 'what must come back: a status, parts of the text, parts of headers (an empty one must not be there), where it leads'),
  shows: z.optional(z.string()),
  hides: z.optional(z.string()),
  has: z.optional(z.record(z.string(), z.string())),
  leads: z.optional(z.string()),
  keep: told(z.optional(z.record(z.string(), z.string())), 'values for later steps by their names: what the first group of a pattern finds in the text that comes back'),
  times: told(z.optional(z.number()), 'how often it is asked; what comes back of the last one counts'),
});

export const schema = z.strictObject({
  proof: z.literal('http'),
  when,
  plants: z.optional(plants),
  ties: z.optional(z.array(tie)),
  environment: z.optional(
    z.record(z.string().check(z.regex(/^(?!NODE_OPTIONS$|LD_|DYLD_|PATH$|npm_)[A-Za-z_]\w*$/i)), z.string()),
  ),
  steps: z.array(step),
  says: told(z.optional(z.string()), 'what the server must have written to its output by the end'),
  checks: told(z.string(), 'what is checked, in words'),
});

export type Spec = z.infer<typeof schema>;
