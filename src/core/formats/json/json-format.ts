import { formatDescriptor } from '../format.ts';
import type { TreeOperation } from '../tree-operation.ts';
import { describeTree, treeSchema } from '../tree-schema.ts';

export const jsonFormat = formatDescriptor<'json', TreeOperation>({
  name: 'json',
  says: 'JSON, with comments and trailing commas for the files that are read so',
  schema: treeSchema,
  describe: describeTree,
  load: async () => (await import('./json.ts')).json,
});
