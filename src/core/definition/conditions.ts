import * as z from 'zod/mini';
import { joinedRecords } from '../records.ts';
import { JOINT_NAMES } from './joints.ts';
import { told } from './words.ts';

/** Kinds of source files beyond plain JavaScript that a stack may have. */
export const SOURCE_KINDS = ['ts', 'jsx', 'vue', 'svelte', 'astro'] as const;

/** Languages of style sheets beyond CSS that a bundler may compile. */
export const SHEET_LANGUAGES = ['scss', 'sass'] as const;

const ranges = z.record(z.string(), z.string());

const facts = {
  language: told(z.optional(z.enum(['ts', 'js'])), 'what its scripts are written in'),
  modules: told(z.optional(z.enum(['esm', 'commonjs'])), 'the format of its modules'),
  sources: told(z.optional(z.array(z.enum(SOURCE_KINDS))), 'kinds of sources that it has, all of them'),
  runtime: told(z.optional(z.enum(['browser', 'server', 'both'])), 'where its sources run'),
  bundler: told(z.optional(ranges), 'what bundles it, with the range of its versions'),
  packages: told(z.optional(ranges), 'packages that it has, with the ranges of their versions'),
  without: told(
    z.optional(z.array(z.string())),
    'files of the workspace of which none is there; `*` stands for any characters but `/`',
  ),
  imports: told(
    z.optional(z.record(z.string(), z.array(z.string()).check(z.minLength(1)))),
    'names (`default`, `*`) of which its own scripts import one from a package already, without what Ligament put in',
  ),
  configured: told(z.optional(z.array(z.string())), "keys at the top of the bundler's configuration"),
  joints: told(z.optional(z.array(z.enum(JOINT_NAMES))), 'joints that the stack has a place for'),
  environment: told(
    z.optional(z.enum(['read', 'unread'])),
    'whether an environment file is read when it is built or started, without a package for that',
  ),
  components: told(
    z.optional(z.enum(['server', 'browser'])),
    'where its components run unless they say otherwise (React Server Components)',
  ),
  views: told(
    z.optional(z.enum(['ejs', 'pug', 'none'])),
    'the view engine that a server is set to; `none` where it has none that is known here',
  ),
  sheets: told(
    z.optional(z.array(z.enum(SHEET_LANGUAGES))),
    'languages of style sheets that its bundler compiles once their compiler is installed',
  ),
  paths: told(
    z.optional(z.array(z.string().check(z.regex(/^\/\S*$/)))),
    'paths that a server answers by itself, all of them',
  ),
  scripts: told(
    z.optional(z.record(z.string(), z.string())),
    'scripts of the manifest, with what they must say; `*` stands for any characters',
  ),
  choices: told(z.optional(z.record(z.string(), z.string())), 'choices with the value that they must have'),
};

/** What must hold of a workspace; all of it, one of `any` where that is given, and nothing of what `not` says. */
export const condition = z.strictObject({
  ...facts,
  any: told(z.optional(z.array(z.strictObject(facts)).check(z.minLength(1))), 'conditions of which one must hold'),
  not: told(z.optional(z.strictObject(facts)), 'what must not hold, each item by itself'),
});

export type Condition = z.infer<typeof condition>;
export type SourceKind = (typeof SOURCE_KINDS)[number];
export type SheetLanguage = (typeof SHEET_LANGUAGES)[number];

/** Two conditions as one: what either asks for. Where both speak of one fact that has one value, the second counts. */
export function bothOf(one: Condition | undefined, other: Condition | undefined): Condition | undefined {
  if (!one || !other) return one ?? other;
  return joinedRecords(one, other);
}
