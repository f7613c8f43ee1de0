import * as z from 'zod/mini';
import type { ComponentOperation } from './component/component.ts';
import type { DotenvOperation } from './dotenv.ts';
import type { FormatOperation } from './formats.ts';
import type { IniOperation } from './ini.ts';
import type { MarkupOperation } from './markup.ts';
import type { PhpOperation } from './php/php.ts';
import { scriptOperation } from './script/operation-schema.ts';
import type { StyleOperation } from './style/style.ts';
import type { TreeOperation } from './tree-operation.ts';
import type { XmlOperation, XmlValue } from './xml/xml.ts';

// The shapes of operations as a ledger holds them; the formats say what each means. Whatever is in a ledger by somebody
// else's hand is found here, before an editor sees it.
const text = z.string();
const texts = z.array(text);
const flag = z.optional(z.boolean());
const pointer = text.check(z.regex(/^(\/|$)/));
const end = z.optional(z.enum(['first', 'last']));
const json = z.json();

const tree: z.ZodMiniType<TreeOperation> = z.discriminatedUnion('op', [
  z.strictObject({
    op: z.literal('set'),
    pointer,
    value: json,
    any: flag,
    replace: z.optional(json),
    sorted: flag,
    behind: z.optional(texts),
  }),
  z.strictObject({
    op: z.literal('add'),
    pointer,
    value: json,
    place: end,
    before: z.optional(json),
    after: z.optional(json),
  }),
  z.strictObject({ op: z.literal('drop'), pointer, was: json }),
  z.strictObject({ op: z.literal('drop-item'), pointer, value: json }),
]);

const dotenv: z.ZodMiniType<DotenvOperation> = z.strictObject({
  op: z.literal('set'),
  key: text,
  value: text,
  any: flag,
  replace: z.optional(text),
  secret: z.optional(text),
  expands: flag,
  comment: z.optional(text),
});

const ini: z.ZodMiniType<IniOperation> = z.strictObject({
  op: z.literal('set'),
  section: text,
  key: text,
  value: text,
  any: flag,
  replace: z.optional(text),
});

const markup: z.ZodMiniType<MarkupOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('link'), rel: text, href: text }),
  z.strictObject({
    op: z.literal('element'),
    tag: z.enum(['meta', 'link', 'script', 'style', 'base', 'noscript']),
    attributes: z.record(text, text),
    identity: texts,
    text: z.optional(text),
    in: z.optional(z.enum(['head', 'body'])),
  }),
  z.strictObject({
    op: z.literal('attribute'),
    of: z.union([z.strictObject({ tag: text }), z.strictObject({ id: text })]),
    name: text,
    value: text,
    token: flag,
  }),
]);

const style: z.ZodMiniType<StyleOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('import'), source: text, options: z.optional(text), instead: z.optional(texts) }),
  z.strictObject({ op: z.literal('use'), source: text, as: z.optional(text), with: z.optional(z.record(text, text)) }),
  z.strictObject({ op: z.literal('at-rule'), name: text, params: text, body: z.optional(texts) }),
  z.strictObject({
    op: z.literal('rule'),
    selector: z.optional(text),
    declarations: z.record(text, text),
    inside: z.optional(z.strictObject({ name: text, params: text })),
    any: flag,
  }),
]);

const component: z.ZodMiniType<ComponentOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('script'), script: scriptOperation, setup: flag }),
  z.strictObject({ op: z.literal('style'), style, scoped: flag }),
  z.strictObject({ op: z.literal('template-child'), element: text, code: text, place: end }),
  z.strictObject({ op: z.literal('template-wrap'), element: text, open: text, close: text }),
]);

const steps = z.array(z.union([text, z.strictObject({ name: text, where: z.record(text, text) })]));
const order = z.optional(z.record(text, texts));
const xmlValue: z.ZodMiniType<XmlValue> = z.lazy(() =>
  z.union([text, z.record(text, z.union([xmlValue, z.array(xmlValue)]))]),
);
const xml: z.ZodMiniType<XmlOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('text'), path: steps, value: text, any: flag, replace: z.optional(text), order }),
  z.strictObject({
    op: z.literal('element'),
    path: steps,
    name: text,
    key: texts,
    content: z.record(text, z.union([xmlValue, z.array(xmlValue)])),
    any: flag,
    order,
  }),
]);

const phpArray = z.union([
  z.literal('returned'),
  z.strictObject({ method: text, class: z.optional(text) }),
  z.strictObject({ property: text, class: z.optional(text) }),
]);
const php: z.ZodMiniType<PhpOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('entry'), array: phpArray, pointer, key: text, code: text, any: flag }),
  z.strictObject({ op: z.literal('item'), array: phpArray, pointer, code: text }),
  z.strictObject({ op: z.literal('use'), name: text, as: z.optional(text) }),
  z.strictObject({
    op: z.literal('statement'),
    code: text,
    in: z.optional(z.literal('returned')),
    before: z.optional(texts),
  }),
]);

/** The format of an edit and its operation, together. */
export const formatOperation: z.ZodMiniType<FormatOperation> = z.discriminatedUnion('format', [
  z.object({ format: z.literal('component'), operation: component }),
  z.object({ format: z.literal('dotenv'), operation: dotenv }),
  z.object({ format: z.literal('ini'), operation: ini }),
  z.object({ format: z.literal('json'), operation: tree }),
  z.object({ format: z.literal('lines'), operation: z.strictObject({ op: z.literal('ensure'), line: text }) }),
  z.object({ format: z.literal('markup'), operation: markup }),
  z.object({ format: z.literal('php'), operation: php }),
  z.object({ format: z.literal('script'), operation: scriptOperation }),
  z.object({ format: z.literal('style'), operation: style }),
  z.object({
    format: z.literal('whole'),
    operation: z.strictObject({ op: z.literal('file'), text, generated: flag }),
  }),
  z.object({ format: z.literal('xml'), operation: xml }),
  z.object({ format: z.literal('yaml'), operation: tree }),
]);
