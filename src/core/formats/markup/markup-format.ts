import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { flag, text, texts } from '../operation-parts.ts';
import type { MarkupOperation } from './markup.ts';

const schema: z.ZodMiniType<MarkupOperation> = z.discriminatedUnion('op', [
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

export const markupFormat = formatDescriptor<'markup', MarkupOperation>({
  name: 'markup',
  says: 'HTML and templates that are written in it',
  schema,
  describe,
  load: async () => (await import('./markup.ts')).markup,
});

function describe(operation: MarkupOperation): string {
  if (operation.op === 'link') return `links ${operation.href}`;
  if (operation.op === 'element') return `has its <${operation.tag}>`;
  return `has ${operation.name}="${operation.value}"`;
}
