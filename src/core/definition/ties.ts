import * as z from 'zod/mini';
import { condition } from './conditions.ts';

/** A name as a script may have it (ECMA-262, IdentifierName). */
const identifier = z.string().check(z.regex(/^[\p{ID_Start}$_][\p{ID_Continue}$]*$/u));
const when = z.optional(condition);

const imported = {
  default: z.optional(identifier),
  named: z.optional(z.record(z.string(), identifier)),
  namespace: z.optional(identifier),
  esm: z.optional(z.boolean()),
};

/** What a module takes: from a package, or with `file` from a module of the workspace (its path there, without an ending). */
const importSpec = z.union([
  z.strictObject({ from: z.string(), ...imported }),
  z.strictObject({ file: z.string(), ...imported }),
]);

const packageImport = z.strictObject({ from: z.string(), ...imported });

const callTie = z.strictObject({
  at: z.enum(['bundler.plugins', 'postcss.plugins']),
  when,
  /** An expression; the names in it are those that `import` brings. */
  call: z.string(),
  import: packageImport,
  /** Where it goes in the list; last where nothing is said. */
  place: z.optional(z.enum(['first', 'last'])),
});

const sheetTie = z.strictObject({
  at: z.literal('styles.global'),
  when,
  /** What the sheet imports. */
  load: z.optional(z.string()),
  /** At-rules that it has, each with its parameters: `layer base`. */
  rules: z.optional(z.array(z.string())),
  options: z.optional(z.string()),
  /** Other imports that show a sheet to have it already. */
  instead: z.optional(z.array(z.string())),
});

const bootTie = z.strictObject({
  at: z.literal('app.boot'),
  when,
  import: importSpec,
  /** It must be loaded before everything else. */
  first: z.optional(z.boolean()),
});

const handlerTie = z.strictObject({
  at: z.literal('server.handlers'),
  when,
  /** An expression: what the server is told to use. */
  use: z.string(),
  /** Before all others, behind what parses the bodies of requests, or as the last before what is not found and errors. */
  phase: z.enum(['first', 'parsed', 'routes']),
  imports: z.array(importSpec),
});

const routeTie = z.strictObject({
  at: z.literal('server.routes'),
  when,
  /** Its path, without the first slash; `[...name]` stands for all that is below. */
  route: z.string().check(z.regex(/^[\w.[\]-]+(\/[\w.[\]-]+)*$/)),
  /** An expression: what answers, given a request as the server has them. */
  handler: z.string(),
  methods: z.array(z.enum(['GET', 'POST', 'PUT', 'PATCH', 'DELETE'])),
  imports: z.array(importSpec),
});

const pluginTie = z.strictObject({
  at: z.literal('app.plugins'),
  when,
  /** An expression: what the app is told to use. */
  use: z.string(),
  imports: z.array(importSpec),
  /** What a file of its own is called, where the stack has one for each plugin. */
  name: z.string().check(z.regex(/^[a-z][a-z0-9-]*$/)),
});

const aroundTie = z.strictObject({
  at: z.literal('app.around'),
  when,
  /** The component that everything that the app shows goes into. */
  component: identifier,
  import: importSpec,
});

const screenTie = z.strictObject({
  at: z.literal('app.screen'),
  when,
  /** The component that is shown in the place of the one that was. */
  component: identifier,
  /** What it is given: names that `imports` bring, by property. */
  properties: z.optional(z.record(z.string(), identifier)),
  imports: z.array(importSpec),
});

const modulesTie = z.strictObject({ at: z.literal('framework.modules'), when, module: z.string() });

const globsTie = z.strictObject({
  at: z.literal('tool.globs'),
  when,
  /** What the tool's configuration may be called in the workspace (`*` stands for any characters). */
  named: z.array(z.string()).check(z.minLength(1)),
  /** JSON Pointers to where its list of globs may be; the first that is there counts. */
  lists: z.array(z.string()).check(z.minLength(1)),
  /** What the list must cover, as the code of a list of globs: of these those are added that reach files which it does not. */
  cover: z.string(),
});

const lintTie = z.strictObject({
  at: z.literal('lint.configs'),
  when,
  /** An item of the flat list of configurations; the names in it are those that `imports` bring. */
  item: z.string(),
  /** The item is itself a list of configurations. */
  many: z.optional(z.boolean()),
  imports: z.optional(z.array(packageImport)),
  place: z.optional(z.enum(['first', 'last'])),
});

const scriptsTie = z.strictObject({
  at: z.literal('manifest.scripts'),
  when,
  scripts: z.record(z.string(), z.string()),
});

// What a package is, brings and runs: scripts and packages have ties of their own, the rest is the project's.
const RESERVED =
  /^(name|version|private|type|scripts|bin|workspaces|packageManager|engines|devEngines|config|pnpm|overrides|resolutions|publishConfig|.*[dD]ependencies(Meta)?)$/;

const settingsTie = z.strictObject({
  at: z.literal('manifest.settings'),
  when,
  /** Members with their values, by name, or with `/` in front by JSON Pointer; one that is there already stays as it is. */
  settings: z.record(
    z
      .string()
      .check(
        z.refine(
          (name) => !RESERVED.test((name.startsWith('/') ? (name.split('/')[1] ?? '') : name).replaceAll('~1', '/')),
          "must be a tool's own: what the manifest is and runs has ties of its own",
        ),
      ),
    z.json(),
  ),
});

const editorTie = z.strictObject({
  at: z.literal('editor.settings'),
  when,
  /** Top-level members with their values; one that is there already stays as it is. */
  settings: z.record(z.string(), z.json()),
});

const extensionsTie = z.strictObject({ at: z.literal('editor.extensions'), when, extensions: z.array(z.string()) });

const hookTie = z.strictObject({
  at: z.literal('hooks.pre-commit'),
  when,
  /** A program of an installed package with its arguments, as a line of the hook. */
  run: z.string(),
});

const linesTie = z.strictObject({ at: z.literal('ignore.lines'), when, lines: z.array(z.string()) });

const variable = z.strictObject({
  /** Its value, or with `secret` the choice that asks for it. */
  value: z.optional(z.string()),
  secret: z.optional(z.string()),
  /** What the example file has in its place; nothing where it says nothing. */
  example: z.optional(z.string()),
  comment: z.optional(z.string()),
});

const environmentTie = z.strictObject({
  at: z.literal('environment.file'),
  when,
  variables: z.record(z.string().check(z.regex(/^[A-Za-z_]\w*$/)), variable),
});

const publicTie = z.strictObject({
  at: z.literal('environment.public'),
  when,
  /** By their names without what the stack puts before them. */
  variables: z.record(
    z.string().check(z.regex(/^[A-Z][A-Z0-9_]*$/)),
    z.strictObject({
      value: z.optional(z.string()),
      /** In what is built; the same where nothing is said. */
      production: z.optional(z.string()),
      comment: z.optional(z.string()),
    }),
  ),
});

/** One statement of a definition: at this joint, put this. */
export const tie = z.discriminatedUnion('at', [
  callTie,
  sheetTie,
  bootTie,
  handlerTie,
  routeTie,
  pluginTie,
  aroundTie,
  screenTie,
  modulesTie,
  globsTie,
  lintTie,
  scriptsTie,
  settingsTie,
  editorTie,
  extensionsTie,
  hookTie,
  linesTie,
  environmentTie,
  publicTie,
]);

export type Tie = z.infer<typeof tie>;
export type CallTie = z.infer<typeof callTie>;
export type GlobsTie = z.infer<typeof globsTie>;
export type LintTie = z.infer<typeof lintTie>;
export type TieImport = z.infer<typeof importSpec>;
