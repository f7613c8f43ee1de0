import * as z from 'zod/mini';
import { condition } from './conditions.ts';
import { ownPath } from './own-path.ts';
import { proofSpec } from './proof-spec.ts';
import { tie } from './ties.ts';

/** A few words: what a terminal shows on one line. */
const oneLine = z.string().check(z.regex(/^[^\p{Cc}]{1,300}$/u));

/** A name that the registry takes, new or old (npm's rules for `name` in package.json). */
const packageName = z.string().check(z.regex(/^(@[\w~-][\w.~-]*\/)?[\w~-][\w.~-]*$/));

const packageNeed = z.strictObject({
  /** Semver range of the versions that this definition is written for, or the name of a dist-tag. */
  range: z.string(),
  section: z.enum(['production', 'development', 'peer', 'optional']),
  /** Whose manifest it goes into: that of the workspace (when nothing is said) or that of the host's root. */
  workspace: z.optional(z.enum(['own', 'root'])),
  when: z.optional(condition),
});

const textChoice = z.strictObject({
  kind: z.literal('text'),
  ask: z.string(),
  /** What the text may be: one word of lower-case letters, a name, or anything on one line. */
  form: z.enum(['lowercase', 'name', 'line']),
  default: z.string(),
  /** `on-request`: only `--choose` gives it another value than its default. */
  asked: z.enum(['always', 'on-request']),
});

/** A secret: asked for without an echo, or given in the environment or a file; written into an environment file only. */
const secretChoice = z.strictObject({
  kind: z.literal('secret'),
  ask: z.string(),
  /** `random`: where nobody gives it, it is made. */
  make: z.optional(z.literal('random')),
});

/** One of some answers. */
const optionChoice = z.strictObject({
  kind: z.literal('one-of'),
  ask: z.string(),
  of: z.array(z.string()).check(z.minLength(2)),
  default: z.string(),
  asked: z.enum(['always', 'on-request']),
});

const choice = z.discriminatedUnion('kind', [textChoice, optionChoice, secretChoice]);

const command = z.strictObject({
  /** A program that one of the installed packages brings. No shell reads what is run. */
  program: z.string().check(z.regex(/^[A-Za-z0-9][\w.-]*$/)),
  args: z.array(z.string()),
  /** What it is for, in a few words. */
  purpose: z.string(),
  /** Every file that it writes, relative to the workspace. */
  writes: z.array(ownPath),
});

const file = z.strictObject({
  /** Its path in the workspace. */
  file: ownPath,
  when: z.optional(condition),
  /** What stands in it. A script is put into the host's style: it is written with semicolons, single quotes and two spaces. */
  text: z.optional(z.string()),
  /** Or the file beside the definition that it is read from. */
  from: z.optional(z.string().check(z.regex(/^(?!\.\.?(\/|$))[\w.-]+(\/(?!\.\.?(\/|$))[\w.-]+)*$/))),
  /** It is written in TypeScript as an ES module, and put into the language and the module format of the host. */
  native: z.optional(z.boolean()),
  /** A tool writes it anew whenever it runs: it goes whatever stands in it then. */
  generated: z.optional(z.boolean()),
});

export const way = z.strictObject({
  way: z.string().check(z.regex(/^[\w.-]{1,60}$/)),
  /** In words, to stand behind "attached": "by the bundler's plugin". */
  title: oneLine,
  /** Where it does not fit nothing is said of it: it is there for few. */
  quiet: z.optional(z.boolean()),
  /** What it fits: what the workspace must have. */
  fits: z.optional(condition),
  packages: z.record(packageName, packageNeed),
  ties: z.array(tie),
  files: z.optional(z.array(file)),
  /** Texts that depend on the host, by name: of each the first that is meant for it stands for a line `// {{name}}` of a file. */
  fragments: z.optional(
    z.record(z.string(), z.array(z.strictObject({ when: z.optional(condition), text: z.string() }))),
  ),
  /** What is run once the packages are installed, in order, in the workspace's folder. */
  commands: z.optional(z.array(command)),
});

/** What its uses in a host's own sources look like, beyond imports of its packages: `detach` looks for them. */
export const usePatterns = z.strictObject({
  /** Classes in markup; `*` stands for any characters. */
  classes: z.optional(z.array(z.string())),
  /** At-rules in style sheets, without the `@`. */
  rules: z.optional(z.array(z.string())),
  /** Names that it makes known without an import. */
  names: z.optional(z.array(z.string().check(z.regex(/^[\w$-]+$/)))),
});

const usesSpec = z.extend(usePatterns, {
  /** Lists of classes: the first counts whose placeholders are all filled. */
  classes: z.optional(z.array(z.array(z.string()))),
});

/** What the app makes while it runs, and what must not go with the integration by itself. */
export const keptData = z.strictObject({
  /** A file or folder of the workspace. */
  path: ownPath.check(z.regex(/^[\w.-]+(\/[\w.-]+)*$/)),
  /** What it is, in words. */
  holds: z.string(),
});

/** How people are let in: a script of the manifest that reads one line for each question, the password last. */
export const people = z.strictObject({
  script: z.string(),
  args: z.array(z.string()),
  /** The questions before the one for the password. */
  asks: z.array(z.string()),
});

/** The definition of an integration (integration.yaml): data only, loading one runs no code. */
export const definition = z.strictObject({
  integration: z.string().check(z.regex(/^(@[a-z0-9][\w.-]*\/)?[a-z0-9][\w.-]*$/)),
  title: oneLine,
  kind: z.enum([
    'styling',
    'routing',
    'lint',
    'format',
    'state',
    'interface',
    'testing',
    'authentication',
    'data',
    'environment',
    'server',
  ]),
  about: oneLine,
  docs: z.optional(z.string()),
  /** `root`: it serves the whole host and is attached to its root, whichever workspace one stands in. */
  belongs: z.optional(z.enum(['workspace', 'root'])),
  choices: z.optional(z.record(z.string(), choice)),
  ways: z.array(way).check(z.minLength(1)),
  proofs: z.array(proofSpec),
  uses: z.optional(usesSpec),
  data: z.optional(z.array(keptData)),
  people: z.optional(people),
  /** What to tell the developer once it is attached. */
  tell: z.optional(z.array(z.string())),
});

export type Definition = z.infer<typeof definition>;
export type Way = z.infer<typeof way>;
export type PackageNeed = z.infer<typeof packageNeed>;
export type TextChoice = z.infer<typeof textChoice>;
export type UsesSpec = z.infer<typeof usesSpec>;
export type UsePatterns = z.infer<typeof usePatterns>;
export type WayFile = z.infer<typeof file>;
export type People = z.infer<typeof people>;
export type KeptData = z.infer<typeof keptData>;
export type { ProofSpec } from './proof-spec.ts';
