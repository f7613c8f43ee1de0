import * as z from 'zod/mini';
import { end, flag, pointer, texts } from './operation-parts.ts';
import type { TreeOperation } from './tree-operation.ts';

/** Operations on JSON and YAML alike. */
export const treeSchema: z.ZodMiniType<TreeOperation> = z.discriminatedUnion('op', [
  z.strictObject({
    op: z.literal('set'),
    pointer,
    value: z.json(),
    any: flag,
    replace: z.optional(z.json()),
    sorted: flag,
    behind: z.optional(texts),
  }),
  z.strictObject({
    op: z.literal('add'),
    pointer,
    value: z.json(),
    place: end,
    before: z.optional(z.json()),
    after: z.optional(z.json()),
  }),
  z.strictObject({ op: z.literal('drop'), pointer, was: z.json() }),
  z.strictObject({ op: z.literal('drop-item'), pointer, value: z.json() }),
]);

/** What an operation has put in, in words that stand behind "no longer". */
export function describeTree(operation: TreeOperation): string {
  if (operation.op === 'set') return `has ${inWords(operation.pointer)}`;
  if (operation.op === 'add') return `has ${JSON.stringify(operation.value)} at ${inWords(operation.pointer)}`;
  return `is without ${operation.op === 'drop' ? inWords(operation.pointer) : JSON.stringify(operation.value)}`;
}

function inWords(place: string): string {
  return place.slice(1).replaceAll('/', ' → ').replaceAll('~1', '/');
}
