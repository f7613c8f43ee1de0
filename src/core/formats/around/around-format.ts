import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { text } from '../operation-parts.ts';
import type { AroundOperation } from './around.ts';

const schema: z.ZodMiniType<AroundOperation> = z.strictObject({
  op: z.literal('around'),
  inner: text.check(z.minLength(1)),
  before: text.check(z.minLength(1)),
  behind: text.check(z.minLength(1)),
  step: text,
});

export const aroundFormat = formatDescriptor<'around', AroundOperation>({
  name: 'around',
  says: 'any text: code put around a part of it, word for word as it was',
  schema,
  describe: ({ before }) => `has ${before.trim().split('\n')[0] ?? ''}`,
  load: async () => (await import('./around.ts')).around,
});
