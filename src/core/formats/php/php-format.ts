import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { flag, pointer, text, texts } from '../operation-parts.ts';
import type { PhpOperation } from './php.ts';

const phpArray = z.union([
  z.literal('returned'),
  z.strictObject({ method: text, class: z.optional(text) }),
  z.strictObject({ property: text, class: z.optional(text) }),
  z.strictObject({ given: text, on: text, in: text }),
]);
const schema: z.ZodMiniType<PhpOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('entry'), array: phpArray, pointer, key: text, code: text, any: flag }),
  z.strictObject({ op: z.literal('item'), array: phpArray, pointer, code: text }),
  z.strictObject({ op: z.literal('use'), name: text, as: z.optional(text) }),
  z.strictObject({
    op: z.literal('statement'),
    code: text,
    in: z.optional(
      z.union([
        z.literal('returned'),
        z.strictObject({ call: text, chained: z.optional(z.literal(true)) }),
        z.strictObject({ method: text, class: z.optional(text), only: z.optional(texts) }),
      ]),
    ),
    before: z.optional(texts),
  }),
  z.strictObject({ op: z.literal('argument'), call: text, name: text, code: text }),
  z.strictObject({ op: z.literal('trait'), name: text, class: z.optional(text) }),
]);

export const phpFormat = formatDescriptor<'php', PhpOperation>({
  name: 'php',
  says: 'PHP: arrays, lists, calls, classes',
  schema,
  describe,
  load: async () => (await import('./php.ts')).php,
  readBack: async (...asked) => (await import('./read-by-php.ts')).readByPhp(...asked),
});

function describe(operation: PhpOperation): string {
  if (operation.op === 'use') return `uses ${operation.name}`;
  if (operation.op === 'argument') return `gives ${operation.call}() ${operation.name}`;
  if (operation.op === 'trait') return `uses the trait ${operation.name}`;
  if (operation.op === 'statement') return `has the statement ${operation.code}`;
  return `has ${operation.op === 'entry' ? operation.key : operation.code} in its array`;
}
