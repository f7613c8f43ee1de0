import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { ownPath } from '../../definition/own-path.ts';
import { when } from '../../definition/conditions.ts';
import { command, environment, plants } from '../../definition/proof-parts.ts';
import { tie } from '../../definition/ties.ts';

const step = z.strictObject({
  when,
  ask: told(z.optional(z.string().check(z.regex(/^[A-Z]+ (\/|\{\{\w+\}\})\S*$/))), 'method and path: `POST /login`'),
  read: told(z.optional(ownPath), 'instead of a request: a file to read; in a folder, the newest file'),
  as: told(z.optional(z.string()), 'the visitor whose cookies are used; by default always the same one'),
  with: told(z.optional(z.string()), 'another visitor whose cookies this one has stolen'),
  form: told(z.optional(z.record(z.string(), z.string())), 'the fields of a form to send'),
  headers: told(z.optional(z.record(z.string(), z.string())), 'headers to send'),
  status: told(z.optional(z.number()), 'the expected status'),
  shows: told(z.optional(z.string()), 'text the answer must contain'),
  hides: told(z.optional(z.string()), 'text the answer must not contain'),
  has: told(
    z.optional(z.record(z.string(), z.string())),
    'text that headers of the answer must contain; an empty text means that the header must be absent',
  ),
  leads: told(z.optional(z.string()), 'where it must redirect to (the header `Location`)'),
  keep: told(
    z.optional(z.record(z.string(), z.string())),
    'values for later steps, by name: what the first group of a pattern matches in the answer',
  ),
  times: told(z.optional(z.number()), 'how often to ask; the last answer counts'),
});

export const schema = z.strictObject({
  proof: z.literal('http'),
  when,
  plants: told(z.optional(plants), 'files to put into the copy'),
  ties: told(z.optional(z.array(tie)), 'ties made in the copy, as in a way'),
  environment: told(z.optional(environment), 'environment variables of the server'),
  first: told(
    z.optional(z.array(command)),
    'programs of installed packages, or of the framework (`console`), that are run in the copy before the server starts, with the same environment',
  ),
  steps: told(z.array(step), 'the requests'),
  says: told(z.optional(z.string()), 'what the server must have written to its output by the end'),
  checks: told(z.string(), 'what it checks, in words'),
});

export type Spec = z.infer<typeof schema>;
