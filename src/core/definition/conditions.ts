import * as z from 'zod/mini';
import { joinedRecords } from '../records.ts';
import { JOINT_NAMES } from './joints.ts';
import { configured } from './signs.ts';
import { told } from './words.ts';

/** Kinds of source files beyond plain JavaScript that a stack may have. */
export const SOURCE_KINDS = ['ts', 'jsx', 'vue', 'svelte', 'astro', 'php', 'twig', 'blade'] as const;

/** Languages of style sheets beyond CSS that a bundler may compile. */
export const SHEET_LANGUAGES = ['scss', 'sass'] as const;

const ranges = z.record(z.string(), z.string());

const facts = {
  language: told(z.optional(z.enum(['ts', 'js'])), 'what its scripts are written in'),
  modules: told(z.optional(z.enum(['esm', 'commonjs'])), 'the format of its modules'),
  sources: told(z.optional(z.array(z.enum(SOURCE_KINDS))), 'kinds of source files it must all have'),
  runtime: told(z.optional(z.enum(['browser', 'server', 'both'])), 'where its sources run'),
  bundler: told(z.optional(ranges), 'its bundler, with a version range'),
  packages: told(z.optional(ranges), 'packages it has, with version ranges'),
  without: told(
    z.optional(z.array(z.string())),
    'files that must not exist in the workspace; `*` matches anything but `/`',
  ),
  configures: told(
    configured,
    'packages or keys that configuration files of the workspace or the root all name; as a map, by the name of the file or of the member of the manifest: one of each list; `*` matches anything',
  ),
  unconfigured: told(
    z.optional(z.array(z.string())),
    "configuration files of a tool (`*` matches anything) and, with `#` in front, JSON Pointers into the manifest: neither the workspace nor the project's root has one of them",
  ),
  imports: told(
    z.optional(z.record(z.string(), z.array(z.string()).check(z.minLength(1)))),
    'per package, names (or `default`, `*`) of which its own scripts already import at least one; what Ligament put in does not count',
  ),
  tests: told(
    z.optional(z.enum(['none', 'there'])),
    'whether the workspace has tests already: files called *.test.* or *.spec.*, or in a folder __tests__',
  ),
  screen: told(
    z.optional(z.enum(['alone', 'within'])),
    'whether what the app shows first can be shown by itself (`alone`), or only `within` what else it needs: providers, plugins, answers of a server',
  ),
  implicit: told(
    z.optional(z.literal('declared')),
    'names that sources use without importing them are declared in a file that a framework or a plugin writes',
  ),
  configured: told(z.optional(z.array(z.string())), "top-level keys of the bundler's configuration"),
  joints: told(z.optional(z.array(z.enum(JOINT_NAMES))), 'joints that its stack has'),
  environment: told(
    z.optional(z.enum(['read', 'unread'])),
    'whether an environment file is read when it is built or started, without an extra package',
  ),
  components: told(
    z.optional(z.enum(['server', 'browser'])),
    'where components run by default (React Server Components)',
  ),
  views: told(
    z.optional(z.enum(['ejs', 'pug', 'twig', 'blade', 'none'])),
    "the server's view engine; `none` if it has none that Ligament knows",
  ),
  people: told(
    z.optional(z.array(z.enum(['none', 'own', 'named'])).check(z.minLength(1))),
    'whether a PHP app has a class for those who sign in: `none` yet, or its `own` with an address, a password and what else accounts need; `named`: they have names, as far as the class is there. One of several',
  ),
  database: told(
    z.optional(z.literal('told')),
    'the environment alone says which database a PHP app uses (`DATABASE_URL` in Symfony, `DB_CONNECTION` and `DB_DATABASE` in Laravel): a proof can give a copy one of its own',
  ),
  frame: told(
    z.optional(z.enum(['layout', 'document'])),
    'what pages of a PHP app are shown in: its own `layout`, or a `document` of their own where it has none',
  ),
  pageBridge: told(
    z.optional(z.array(z.enum(['vue', 'react'])).check(z.minLength(1))),
    'the server of a PHP app shows components of the browser as its pages, by their names (their folder is `{{pages}}`). One of several',
  ),
  signIn: told(z.optional(z.literal('there')), 'people can sign in to the app, by whatever it has for that'),
  sheets: told(
    z.optional(z.array(z.enum(SHEET_LANGUAGES))),
    'style sheet languages that its bundler compiles once their compiler is installed',
  ),
  paths: told(
    z.optional(z.array(z.string().check(z.regex(/^(\/|\{\{\w+\}\})\S*$/)))),
    'paths that the server must all answer itself',
  ),
  scripts: told(
    z.optional(z.record(z.string(), z.string())),
    'scripts of the manifest and what they must say; `*` matches anything',
  ),
  choices: told(z.optional(z.record(z.string(), z.string())), 'choices and the values they must have'),
};

/** What must hold of a workspace; all of it, one of `any` where that is given, and nothing of what `not` says. */
export const condition = z.strictObject({
  ...facts,
  any: told(
    z.optional(z.array(z.strictObject(facts)).check(z.minLength(1))),
    'conditions, at least one of which must hold',
  ),
  not: told(z.optional(z.strictObject(facts)), 'facts of which none may hold'),
});

/** When a part of a definition applies. */
export const when = told(z.optional(condition), 'the condition under which it applies');

export type Condition = z.infer<typeof condition>;
export type SourceKind = (typeof SOURCE_KINDS)[number];
export type SheetLanguage = (typeof SHEET_LANGUAGES)[number];

/** Two conditions as one: what either asks for. Where both speak of one fact that has one value, the second counts. */
export function bothOf(one: Condition | undefined, other: Condition | undefined): Condition | undefined {
  if (!one || !other) return one ?? other;
  return joinedRecords(one, other);
}
