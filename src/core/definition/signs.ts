import * as z from 'zod/mini';
import { packageName } from './parts.ts';
import { told } from './words.ts';

const names = z.array(z.string().check(z.minLength(1))).check(z.minLength(1));
const oneOf = z.optional(names);

/** What configurations name: anywhere, or by the name of the configuration (a file, or a member of the manifest). */
export const configured = z.optional(z.union([names, z.record(z.string(), names)]));

/** Signs that a project is set up by hand already: all that are given must be there, of each list but `packages` one. */
export const signs = {
  packages: told(
    z.optional(z.array(packageName).check(z.minLength(1))),
    'packages that the workspace or the root declares, all of them, in whatever version',
  ),
  imports: told(
    z.optional(z.record(z.string(), z.array(z.string()).check(z.minLength(1)))),
    "names by package, `default` for what it exports as such, `*` for anything: the project's own scripts import at least one of them",
  ),
  loads: told(
    oneOf,
    'what style sheets, scripts, pages or configuration files load: a package with all that is in it (`bootstrap`), or an at-rule (`@tailwind`)',
  ),
  configures: told(
    configured,
    'packages or keys, one of which a configuration names; as a map they are looked for only in files, and members of the manifest, that are called so (`"*eslint*": [next]`); `*` matches anything',
  ),
  files: told(oneOf, 'files in the workspace or the root; `*` matches anything but `/`'),
  members: told(oneOf, 'JSON Pointers into the manifest of the workspace or the root'),
  runs: told(oneOf, "programs that the manifest's scripts run"),
  commits: told(oneOf, 'programs that run before a commit'),
};

export const signsSchema = z.strictObject(signs);

export type Signs = z.infer<typeof signsSchema>;
