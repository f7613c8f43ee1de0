import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { flag, text } from '../operation-parts.ts';
import type { WholeOperation } from './whole.ts';

const schema: z.ZodMiniType<WholeOperation> = z.strictObject({ op: z.literal('file'), text, generated: flag });

export const wholeFormat = formatDescriptor<'whole', WholeOperation>({
  name: 'whole',
  says: 'files that an integration brings',
  schema,
  describe: () => 'says what was put into it',
  load: async () => (await import('./whole.ts')).whole,
});
