import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { end, flag, text } from '../operation-parts.ts';
import { scriptFormat } from '../script/script-format.ts';
import { styleFormat } from '../style/style-format.ts';
import type { ComponentOperation } from './component.ts';

const schema: z.ZodMiniType<ComponentOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('script'), script: scriptFormat.schema, setup: flag }),
  z.strictObject({ op: z.literal('style'), style: styleFormat.schema, scoped: flag }),
  z.strictObject({ op: z.literal('template-child'), element: text, code: text, place: end }),
  z.strictObject({ op: z.literal('template-wrap'), element: text, open: text, close: text }),
]);

export const componentFormat = formatDescriptor<'component', ComponentOperation>({
  name: 'component',
  says: 'Vue, Svelte and Astro components: their scripts, styles and templates',
  schema,
  describe,
  load: async () => (await import('./component.ts')).component,
});

function describe(operation: ComponentOperation): string {
  if (operation.op === 'script') return scriptFormat.describe(operation.script);
  if (operation.op === 'style') return styleFormat.describe(operation.style);
  return `has ${operation.op === 'template-child' ? operation.code : operation.open} in its template`;
}
