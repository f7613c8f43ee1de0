import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { flag, text, texts } from '../operation-parts.ts';
import type { StyleOperation } from './style.ts';

const schema: z.ZodMiniType<StyleOperation> = z.discriminatedUnion('op', [
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

export const styleFormat = formatDescriptor<'style', StyleOperation>({
  name: 'style',
  says: 'CSS, SCSS and Less sheets',
  schema,
  describe,
  load: async () => (await import('./style.ts')).style,
});

function describe(operation: StyleOperation): string {
  if (operation.op === 'import') return `imports "${operation.source}"`;
  if (operation.op === 'use') return `uses "${operation.source}"`;
  if (operation.op === 'at-rule') return `has @${operation.name} ${operation.params}`.trimEnd();
  return `declares ${Object.keys(operation.declarations).join(', ')}`;
}
