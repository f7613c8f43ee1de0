import * as z from 'zod/mini';
import { when } from './conditions.ts';
import { pathInHost } from './host-path.ts';
import { isOwnPath, OWN_PATH } from './own-path.ts';
import { command, oneLine, packageName } from './parts.ts';
import { writtenTie } from './ties.ts';
import { told } from './words.ts';

/** A path in the workspace as a definition says it. */
const writtenPath = z.string().check(z.refine((one) => isOwnPath(pathInHost(one).file), OWN_PATH));

/** A package to get, as a definition says it. */
export const packageNeed = z.union([
  told(z.string(), 'a version range or a dist-tag; a production dependency'),
  z.strictObject({
    range: told(z.string(), 'a version range or a dist-tag'),
    section: told(
      z.optional(z.enum(['production', 'development', 'peer', 'optional'])),
      'the section of the manifest; `production` by default',
    ),
    workspace: told(
      z.optional(z.enum(['own', 'root'])),
      "which manifest it goes into: the workspace's own (the default) or the root's",
    ),
    when,
  }),
]);

/** A file of its own, as a definition says it. */
export const file = z.strictObject({
  file: told(
    writtenPath,
    "its path in the workspace. `./` is the folder of the app's own modules: a script there (`./http.ts`), or below another fact that is a folder, is written in TypeScript as an ES module, with semicolons, single quotes and two spaces, and put into the language, the module format and the style of the project. With a slash at its end, the folder that the files of `from` go into",
  ),
  when,
  text: told(z.optional(z.string()), 'its contents'),
  from: told(
    z.optional(z.string().check(z.regex(/^(?!\.\.?(\/|$))[\w.-]+(\/(?!\.\.?(\/|$))[\w.-]+)*\/?$/))),
    'instead of `text`: a file beside the definition, or a folder (with a trailing slash) with everything in it',
  ),
  merge: told(
    z.optional(
      z.array(
        z.strictObject({
          when,
          members: told(
            z.record(z.string(), z.json()),
            'members with their values; lists under the same name are joined',
          ),
        }),
      ),
    ),
    'further members of the JSON object in it, each under its own condition',
  ),
  generated: told(
    z.optional(z.boolean()),
    'a tool rewrites it on every run, so it is removed whatever it contains by then',
  ),
  executable: told(z.optional(z.boolean()), 'make it executable'),
  migration: told(
    z.optional(oneLine),
    'it is a migration: what its tables hold, in words. It is run with `--with-data` only, and rolled back so by `detach`',
  ),
  optional: told(
    z.optional(z.boolean()),
    'the integration works without it: it can be left out (`--without` and its file name), and a project that is set up by hand gets it with `--complete` only',
  ),
});

/** What people call a piece. */
export const pieceName = z.string().check(z.regex(/^[a-z][a-z0-9-]{0,39}$/));

const fragments = told(
  z.optional(z.record(z.string(), z.array(z.strictObject({ when, text: told(z.string(), 'the text') })))),
  'texts that depend on the project, by name. The first whose condition holds replaces `{{name}}` in files, and the whole line `// {{name}}` in scripts; if none holds, both are removed',
);

/** What a way consists of, and what all ways may have in common. */
export const wayParts = {
  packages: told(z.optional(z.record(packageName, packageNeed)), 'packages it needs'),
  ties: told(z.optional(z.array(writtenTie)), 'what to put at which joint'),
  files: told(z.optional(z.array(file)), 'files it adds; if one exists with other contents, Ligament refuses'),
  fragments,
  formatter: told(
    z.optional(packageName),
    "a package of the way that lays sources out (Prettier's API). Its settings are found by formatting the project's own sources: `{{style.settings}}` stands for them, as JSON",
  ),
  tell: told(z.optional(z.array(z.string())), 'what is told at the end, after what is told for all ways'),
  commands: told(
    z.optional(z.array(z.extend(command, { when }))),
    'commands to run in the workspace once the packages are installed. What they write is restored if anything fails, and what they create is removed with the integration',
  ),
};

/** What is made by itself, on request. */
export const piece = z.strictObject({
  needs: told(z.optional(z.array(pieceName)), 'other pieces that it uses: they come with it'),
  files: told(z.array(file).check(z.minLength(1)), 'its files, which become sources of the project'),
});

export type WrittenPiece = z.infer<typeof piece>;
export type WrittenFile = z.infer<typeof file>;
export type WrittenNeed = z.infer<typeof packageNeed>;
