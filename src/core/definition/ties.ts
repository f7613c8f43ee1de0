import * as z from 'zod/mini';

/** A name as a script may have it (ECMA-262, IdentifierName). */
const identifier = z.string().check(z.regex(/^[\p{ID_Start}$_][\p{ID_Continue}$]*$/u));

const importSpec = z.strictObject({
  from: z.string(),
  default: z.optional(identifier),
  named: z.optional(z.record(z.string(), identifier)),
  esm: z.optional(z.boolean()),
});

const callTie = z.strictObject({
  at: z.enum(['bundler.plugins', 'postcss.plugins']),
  /** An expression; the names in it are those that `import` brings. */
  call: z.string(),
  import: importSpec,
});

const sheetTie = z.strictObject({
  at: z.literal('styles.global'),
  /** What the sheet imports. */
  load: z.string(),
  options: z.optional(z.string()),
  /** Other imports that show a sheet to have it already. */
  instead: z.optional(z.array(z.string())),
});

const bootTie = z.strictObject({ at: z.literal('app.boot'), import: importSpec });

const scriptsTie = z.strictObject({ at: z.literal('manifest.scripts'), scripts: z.record(z.string(), z.string()) });

const linesTie = z.strictObject({ at: z.literal('ignore.lines'), lines: z.array(z.string()) });

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
  variables: z.record(z.string().check(z.regex(/^[A-Za-z_]\w*$/)), variable),
});

/** One statement of a definition: at this joint, put this. */
export const tie = z.discriminatedUnion('at', [callTie, sheetTie, bootTie, scriptsTie, linesTie, environmentTie]);

export type Tie = z.infer<typeof tie>;
export type CallTie = z.infer<typeof callTie>;
