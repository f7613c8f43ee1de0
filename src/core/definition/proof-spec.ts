import * as z from 'zod/mini';
import { condition } from './conditions.ts';
import { ownPath } from './own-path.ts';
import { tie } from './ties.ts';

const when = z.optional(condition);
/** Files that are put into the scratch copy for the proof alone: texts by their paths in the workspace. */
const plants = z.record(ownPath, z.string());

/** A program that an installed package brings, by its name. */
const program = z.string().check(z.regex(/^[A-Za-z0-9][\w.-]*$/));
/** Such a program, and its arguments. No shell reads them. */
const command = z.array(z.string()).check(
  z.minLength(1),
  z.refine(
    ([name = '']) => program.safeParse(name).success,
    'must begin with a program of an installed package, by its name',
  ),
);

const builtCss = z.strictObject({
  proof: z.literal('built-css'),
  when,
  /** A class that a source added for the proof uses; of several texts the first whose placeholders are all filled. */
  class: z.array(z.string()).check(z.minLength(1)),
  /** Declarations that the built style sheets must then have for that class. */
  declares: z.record(z.string(), z.string()),
  /** A sheet that is added and loaded for the proof, by the ending of its name: the class has its rule from there. */
  sheet: z.optional(z.strictObject({ ending: z.string().check(z.regex(/^\w+(\.\w+)*$/)), text: z.string() })),
});

const page = z.strictObject({
  proof: z.literal('page'),
  when,
  plants: z.optional(plants),
  /** Tied in the copy only, as in a way. */
  ties: z.optional(z.array(tie)),
  /** The path that is visited in the built app. */
  visit: z.string().check(z.regex(/^\//)),
  /** What must stand in the page then; anything where nothing is said. */
  shows: z.optional(z.string()),
  /** What must stand in nothing that was built for browsers. */
  hides: z.optional(z.string()),
});

const lint = z.strictObject({
  proof: z.literal('lint'),
  when,
  /** A program that reports as JSON: a list of files with their messages. */
  program,
  args: z.array(z.string()),
  /** Endings of the sources that it must have read. */
  endings: z.array(z.string()),
  /** A file with a mistake, and the rule that must find it. */
  plants,
  finds: z.string(),
});

const format = z.strictObject({
  proof: z.literal('format'),
  when,
  /** The program that writes a file anew, with the arguments that stand before the file's name. */
  write: command,
  /** And the one that says whether it is as it should be. */
  check: command,
  /** A linter beside it, which must find nothing to change in what was written; it reports as JSON. */
  beside: z.optional(z.array(command)),
  endings: z.array(z.string()),
});

const run = z.strictObject({
  proof: z.literal('run'),
  when,
  /** A program of an installed package, and its arguments; it must end with 0. */
  run: command,
  plants: z.optional(plants),
  /** What its output must say. */
  says: z.string(),
  /** What is checked, in words. */
  checks: z.string(),
});

const step = z.strictObject({
  /** Method and path: `POST /login`. */
  ask: z.optional(z.string().check(z.regex(/^[A-Z]+ \/\S*$/))),
  /** Instead of asking: a file of the workspace is read; of a folder the file that was written last. */
  read: z.optional(ownPath),
  /** Whose cookies are sent and kept; one visitor where nothing is said. */
  as: z.optional(z.string()),
  /** Somebody whose cookies they have got hold of first. */
  with: z.optional(z.string()),
  form: z.optional(z.record(z.string(), z.string())),
  headers: z.optional(z.record(z.string(), z.string())),
  /** What must come back: a status, parts of the text, parts of headers (an empty one must not be there), where it leads. */
  status: z.optional(z.number()),
  shows: z.optional(z.string()),
  hides: z.optional(z.string()),
  has: z.optional(z.record(z.string(), z.string())),
  leads: z.optional(z.string()),
  /** Values for later steps by their names: what the first group of a pattern finds in the text that comes back. */
  keep: z.optional(z.record(z.string(), z.string())),
  /** How often it is asked; what comes back of the last one counts. */
  times: z.optional(z.number()),
});

const http = z.strictObject({
  proof: z.literal('http'),
  when,
  plants: z.optional(plants),
  ties: z.optional(z.array(tie)),
  environment: z.optional(
    z.record(z.string().check(z.regex(/^(?!NODE_OPTIONS$|LD_|DYLD_|PATH$|npm_)[A-Za-z_]\w*$/i)), z.string()),
  ),
  steps: z.array(step),
  /** What the server must have written to its output by the end. */
  says: z.optional(z.string()),
  /** What is checked, in words. */
  checks: z.string(),
});

const commit = z.strictObject({
  proof: z.literal('commit'),
  when,
  /** Files that are staged. */
  plants,
  /** The commit must be refused; else what is committed must be other than what was staged. */
  refuses: z.optional(z.boolean()),
});

const editorSettings = z.strictObject({
  proof: z.literal('editor-settings'),
  when,
  endings: z.array(z.string()),
});

/** How it is proved that an attached integration works; one file of `prove/` for each kind. */
export const proofSpec = z.discriminatedUnion('proof', [
  builtCss,
  page,
  http,
  lint,
  format,
  run,
  commit,
  editorSettings,
]);

export type ProofSpec = z.infer<typeof proofSpec>;
export type ProofOf<Kind extends ProofSpec['proof']> = Extract<ProofSpec, { proof: Kind }>;
