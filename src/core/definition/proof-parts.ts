import * as z from 'zod/mini';
import { ownPath } from './own-path.ts';

/** Files that are put into the scratch copy for the proof alone: texts by their paths in the workspace. */
export const plants = z.record(ownPath, z.string());

/** A program that an installed package brings, by its name. */
export const program = z.string().check(z.regex(/^[A-Za-z0-9][\w.-]*$/));

/** Such a program, and its arguments. No shell reads them. */
export const command = z.array(z.string()).check(
  z.minLength(1),
  z.refine(
    ([name = '']) => program.safeParse(name).success,
    'must begin with a program of an installed package, by its name',
  ),
);

/** Environment variables with their values; none that would change what is run. */
export const environment = z.record(
  z.string().check(z.regex(/^(?!NODE_OPTIONS$|LD_|DYLD_|PATH$|npm_)[A-Za-z_]\w*$/i)),
  z.string(),
);
