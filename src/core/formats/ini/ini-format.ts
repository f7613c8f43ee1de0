import * as z from 'zod/mini';
import { formatDescriptor } from '../format.ts';
import { flag, text } from '../operation-parts.ts';
import type { IniOperation } from './ini.ts';

const schema: z.ZodMiniType<IniOperation> = z.strictObject({
  op: z.literal('set'),
  section: text,
  key: text,
  value: text,
  any: flag,
  replace: z.optional(text),
});

export const iniFormat = formatDescriptor<'ini', IniOperation>({
  name: 'ini',
  says: 'settings in sections, as in `.editorconfig` and `.npmrc`',
  schema,
  describe: ({ key }) => `sets ${key}`,
  load: async () => (await import('./ini.ts')).ini,
});
