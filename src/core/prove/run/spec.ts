import * as z from 'zod/mini';
import { told } from '../../definition/words.ts';
import { when } from '../../definition/conditions.ts';
import { command, environment, plants } from '../../definition/proof-parts.ts';

export const schema = z.strictObject({
  proof: z.literal('run'),
  when,
  run: told(command, 'a program of an installed package and its arguments'),
  plants: told(z.optional(plants), 'files to put into the copy'),
  environment: told(z.optional(environment), 'environment variables that it is run with'),
  says: told(z.optional(z.string()), 'text its output must contain; without it only the exit status counts'),
  fails: told(z.optional(z.literal(true)), 'it must not exit with 0: it has found something'),
  instead: told(
    z.optional(z.record(z.string(), z.array(z.string()).check(z.minLength(1)))),
    'where it does not hold: other answers to a choice, by its name, that are tried in this order; the first that holds is told',
  ),
  checks: told(z.string(), 'what it checks, in words'),
});

export type Spec = z.infer<typeof schema>;
