import { formatDescriptor } from '../format.ts';
import type { TreeOperation } from '../tree-operation.ts';
import { describeTree, treeSchema } from '../tree-schema.ts';

export const yamlFormat = formatDescriptor<'yaml', TreeOperation>({
  name: 'yaml',
  says: 'YAML 1.2',
  schema: treeSchema,
  describe: describeTree,
  load: async () => (await import('./yaml.ts')).yaml,
});
