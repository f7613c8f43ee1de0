import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { text } from '../operation-parts.ts';
import type { InsteadOperation } from './instead.ts';

const schema: z.ZodMiniType<InsteadOperation> = z.strictObject({ op: z.literal('instead'), was: text, text });

export const insteadFormat = formatDescriptor<'instead', InsteadOperation>({
  name: 'instead',
  says: 'a file that says something else as a whole',
  schema,
  describe: () => 'says something else as a whole',
  load: async () => (await import('./instead.ts')).instead,
});
