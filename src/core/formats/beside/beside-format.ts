import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { text } from '../operation-parts.ts';
import type { BesideOperation } from './beside.ts';

const schema: z.ZodMiniType<BesideOperation> = z.strictObject({
  op: z.literal('beside'),
  anchor: text.check(z.minLength(1)),
  side: z.enum(['before', 'behind']),
  code: text.check(z.minLength(1)),
  glue: text,
});

export const besideFormat = formatDescriptor<'beside', BesideOperation>({
  name: 'beside',
  says: 'any text: code put right beside a part of it',
  schema,
  describe: ({ code }) => `has ${code.trim().split('\n')[0] ?? ''}`,
  load: async () => (await import('./beside.ts')).beside,
});
