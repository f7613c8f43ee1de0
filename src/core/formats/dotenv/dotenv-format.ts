import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { flag, text } from '../operation-parts.ts';
import type { DotenvOperation } from './dotenv.ts';

const schema: z.ZodMiniType<DotenvOperation> = z.strictObject({
  op: z.literal('set'),
  key: text,
  value: text,
  any: flag,
  replace: z.optional(text),
  secret: z.optional(text),
  expands: flag,
  comment: z.optional(text),
});

export const dotenvFormat = formatDescriptor<'dotenv', DotenvOperation>({
  name: 'dotenv',
  says: 'environment files: `KEY=value`, quotes, `export`, comments',
  schema,
  describe: ({ key }) => `sets ${key}`,
  load: async () => (await import('./dotenv.ts')).dotenv,
});
