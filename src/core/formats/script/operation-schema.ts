import * as z from 'zod/mini';
import type { ScriptOperation } from './operations.ts';

// The shapes of operations as a ledger holds them; operations.ts says what each means.
const text = z.string();
const texts = z.array(text);
const pointer = text.check(z.regex(/^(\/|$)/));
const end = z.optional(z.enum(['first', 'last']));

const importSpec = z.strictObject({
  from: text,
  default: z.optional(text),
  named: z.optional(z.record(text, text)),
  namespace: z.optional(text),
  typeOnly: z.optional(z.boolean()),
  esm: z.optional(z.boolean()),
  first: z.optional(z.boolean()),
});
const imports = z.optional(z.array(importSpec));
const exportName = { from: text, name: text };

const root = z.union([
  z.strictObject({ export: text }),
  z.strictObject({ call: z.strictObject(exportName), argument: z.number() }),
  z.strictObject({ decorator: z.strictObject(exportName), class: z.optional(text) }),
]);
const address = z.strictObject({
  pointer,
  helpers: z.optional(texts),
  variadic: z.optional(texts),
  merges: z.optional(texts),
  keys: z.optional(texts),
  flat: z.optional(z.boolean()),
  root: z.optional(root),
});

const marks = z.optional(
  z.array(
    z.union([
      z.strictObject({ from: text }),
      z.strictObject({ key: text, value: text }),
      z.strictObject({ has: text }),
    ]),
  ),
);
const instance = z.strictObject({ ...exportName, as: text, fluent: z.optional(texts) });
const anchor = z.union([
  z.enum(['imports', 'end']),
  z.strictObject({ makes: instance }),
  z.strictObject({ calls: text, on: instance }),
]);
const element = z.union([
  z.strictObject({ argument: text }),
  z.strictObject({ returned: z.union([z.literal('default'), z.strictObject({ function: text })]) }),
  z.strictObject({ name: text }),
]);

/** An operation on a script. */
export const scriptOperation: z.ZodMiniType<ScriptOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('import'), import: importSpec }),
  z.strictObject({
    op: z.literal('item'),
    address,
    code: text,
    imports,
    place: end,
    before: marks,
    after: marks,
    unique: z.optional(text),
    several: z.optional(z.boolean()),
  }),
  z.strictObject({
    op: z.literal('entry'),
    address,
    key: text,
    code: text,
    imports,
    any: z.optional(z.boolean()),
    replace: z.optional(text),
  }),
  z.strictObject({ op: z.literal('wrap'), call: text, more: z.optional(text), imports: z.array(importSpec) }),
  z.strictObject({ op: z.literal('statement'), code: text, side: z.enum(['before', 'after']), anchor, imports }),
  z.strictObject({ op: z.literal('chain'), on: instance, call: text, before: texts, imports }),
  z.strictObject({
    op: z.literal('register'),
    on: instance,
    call: text,
    phase: z.enum(['first', 'parsed', 'routes']),
    parsers: z.optional(texts),
    imports,
  }),
  z.strictObject({
    op: z.literal('wrap-element'),
    element,
    open: text,
    close: text,
    inside: z.optional(z.boolean()),
    imports,
  }),
  z.strictObject({ op: z.literal('child-element'), element, code: text, place: end, imports }),
  z.strictObject({ op: z.literal('replace-element'), element, code: text, was: text, imports }),
  z.strictObject({
    op: z.literal('swap'),
    argument: z.optional(z.strictObject(exportName)),
    code: text,
    imports: z.array(importSpec),
    was: z.strictObject({ local: text, import: importSpec, element: z.optional(text) }),
  }),
  z.strictObject({
    op: z.literal('enclose'),
    argument: z.strictObject(exportName),
    component: text,
    properties: z.optional(text),
    imports: z.array(importSpec),
  }),
  z.strictObject({ op: z.literal('augment'), module: text, interface: text, members: texts }),
]);
