import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { flag, text, texts } from '../operation-parts.ts';
import type { XmlOperation, XmlValue } from './xml.ts';

const steps = z.array(z.union([text, z.strictObject({ name: text, where: z.record(text, text) })]));
const order = z.optional(z.record(text, texts));
const xmlValue: z.ZodMiniType<XmlValue> = z.lazy(() =>
  z.union([text, z.record(text, z.union([xmlValue, z.array(xmlValue)]))]),
);
const schema: z.ZodMiniType<XmlOperation> = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('text'), path: steps, value: text, any: flag, replace: z.optional(text), order }),
  z.strictObject({
    op: z.enum(['element', 'drop-element']),
    path: steps,
    name: text,
    key: texts,
    content: z.record(text, z.union([xmlValue, z.array(xmlValue)])),
    any: flag,
    order,
  }),
]);

export const xmlFormat = formatDescriptor<'xml', XmlOperation>({
  name: 'xml',
  says: 'XML, such as `phpunit.xml`',
  schema,
  describe: (operation) => `has ${operation.op === 'text' ? operation.value : `<${operation.name}>`} where it was put`,
  load: async () => (await import('./xml.ts')).xml,
});
