import { formatDescriptor } from '../format.ts';
import { scriptOperation } from './operation-schema.ts';
import type { ScriptOperation } from './operations.ts';

export const scriptFormat = formatDescriptor<'script', ScriptOperation>({
  name: 'script',
  says: 'JavaScript and TypeScript, with JSX or without',
  schema: scriptOperation,
  describe,
  load: async () => (await import('./script.ts')).script,
});

function describe(operation: ScriptOperation): string {
  switch (operation.op) {
    case 'import':
      return `imports "${operation.import.from}"`;
    case 'item':
      return `has ${operation.code} in its ${list(operation.address.pointer)}`;
    case 'entry':
      return `has ${operation.key} in its ${dotted(operation.address.pointer) || 'configuration'}`;
    case 'wrap':
      return `passes its export through ${operation.call}`;
    case 'statement':
      return `has the statement ${operation.code}`;
    case 'chain':
    case 'register':
      return `calls ${operation.on.as}.${operation.call}`;
    case 'wrap-element':
      return `has ${operation.open} around its element`;
    case 'child-element':
    case 'replace-element':
      return `has the element ${operation.code}`;
    case 'swap':
      return `shows ${operation.code}`;
    case 'enclose':
      return `has ${operation.component} around what it shows`;
    case 'augment':
      return `adds to ${operation.interface} of "${operation.module}"`;
  }
}

function list(pointer: string): string {
  return pointer === '' ? 'list' : `list of ${dotted(pointer)}`;
}

function dotted(pointer: string): string {
  return pointer.slice(1).replaceAll('/', '.');
}
