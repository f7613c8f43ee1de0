import { formatDescriptor } from '../format.ts';
import type { TreeOperation } from '../tree-operation.ts';
import { describeTree, treeSchema } from '../tree-schema.ts';

export const jsonFormat = formatDescriptor<'json', TreeOperation>({
  name: 'json',
  schema: treeSchema,
  describe: describeTree,
  load: async () => (await import('./json.ts')).json,
});
