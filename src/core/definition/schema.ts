import * as z from 'zod/mini';
import { tie } from './ties.ts';

/** A name that the registry takes, new or old (npm's rules for `name` in package.json). */
const packageName = z.string().check(z.regex(/^(@[\w~-][\w.~-]*\/)?[\w~-][\w.~-]*$/));

const packageNeed = z.strictObject({
  /** Semver range of the versions that this definition is written for, or the name of a dist-tag. */
  range: z.string(),
  section: z.enum(['production', 'development', 'peer', 'optional']),
  /** Whose manifest it goes into: that of the workspace (when nothing is said) or that of the host's root. */
  workspace: z.optional(z.enum(['own', 'root'])),
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

const choice = z.discriminatedUnion('kind', [textChoice, secretChoice]);

const command = z.strictObject({
  /** A program that one of the installed packages brings. No shell reads what is run. */
  program: z.string().check(z.regex(/^[A-Za-z0-9][\w.-]*$/)),
  args: z.array(z.string()),
  /** What it is for, in a few words. */
  purpose: z.string(),
  /** Every file that it writes, relative to the workspace. */
  writes: z.array(z.string()),
});

const way = z.strictObject({
  way: z.string(),
  /** In words, to stand behind "attached": "by the bundler's plugin". */
  title: z.string(),
  /** What it fits: packages that the workspace must have, with their version ranges. */
  fits: z.optional(z.strictObject({ packages: z.record(z.string(), z.string()) })),
  packages: z.record(packageName, packageNeed),
  ties: z.array(tie).check(z.minLength(1)),
  /** What is run once the packages are installed, in order, in the workspace's folder. */
  commands: z.optional(z.array(command)),
});

export const proofSpec = z.strictObject({
  proof: z.literal('built-css'),
  /** A class that a source added for the proof uses; of several texts the first whose placeholders are all filled. */
  class: z.array(z.string()).check(z.minLength(1)),
  /** Declarations that the built style sheets must then have for that class. */
  declares: z.record(z.string(), z.string()),
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

/** The definition of an integration (integration.yaml): data only, loading one runs no code. */
export const definition = z.strictObject({
  integration: z.string().check(z.regex(/^(@[a-z0-9][\w.-]*\/)?[a-z0-9][\w.-]*$/)),
  title: z.string(),
  kind: z.enum(['styling', 'routing', 'lint', 'state', 'testing', 'authentication', 'data', 'environment']),
  about: z.string(),
  docs: z.optional(z.string()),
  /** `root`: it serves the whole host and is attached to its root, whichever workspace one stands in. */
  belongs: z.optional(z.enum(['workspace', 'root'])),
  choices: z.optional(z.record(z.string(), choice)),
  ways: z.array(way).check(z.minLength(1)),
  proofs: z.array(proofSpec),
  uses: z.optional(usesSpec),
  /** What to tell the developer once it is attached. */
  tell: z.optional(z.array(z.string())),
});

export type Definition = z.infer<typeof definition>;
export type Way = z.infer<typeof way>;
export type PackageNeed = z.infer<typeof packageNeed>;
export type TextChoice = z.infer<typeof textChoice>;
export type UsesSpec = z.infer<typeof usesSpec>;
export type UsePatterns = z.infer<typeof usePatterns>;
export type ProofSpec = z.infer<typeof proofSpec>;
