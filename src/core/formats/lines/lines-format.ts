import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { text } from '../operation-parts.ts';
import type { LinesOperation } from './lines.ts';

const schema: z.ZodMiniType<LinesOperation> = z.strictObject({ op: z.literal('ensure'), line: text });

export const linesFormat = formatDescriptor<'lines', LinesOperation>({
  name: 'lines',
  says: 'files of lines, such as ignore files',
  schema,
  describe: ({ line }) => `has the line ${line}`,
  load: async () => (await import('./lines.ts')).lines,
});
