import { originsOf, requiredModule } from './bindings.ts';
import { parseScript, walk, type Node, type Script } from './syntax.ts';

export interface Mentions {
  /** Offsets of imports, of any form, and of the uses of what they bring. */
  at: number[];
  /** The names that the imports bring. */
  names: ReadonlySet<string>;
}

/** Where a script imports some modules and uses what comes from them. Nothing where it cannot be parsed. */
export function mentionsOf(text: string, file: string, isMeant: (module: string) => boolean): Mentions {
  const script = parseScript(text, file);
  if ('fault' in script) return { at: [], names: new Set() };
  const origins = [...originsOf(script)].filter(([, origin]) => isMeant(origin.from));
  const names = new Set(origins.map(([name]) => name));
  const at: number[] = [];
  walk(script.program, (node, parent) => {
    const module = moduleOf(node);
    if (module !== undefined) {
      if (isMeant(module)) at.push(node.start);
      // The names in an import are not uses of it.
      if (node.type === 'ImportDeclaration') return false;
    }
    if (isUse(node, parent, names)) at.push(node.start);
    return true;
  });
  return { at: withoutDeclared(script, at), names };
}

/** The module that a node loads, if it is an import, a re-export or a `require`. */
function moduleOf(node: Node): string | undefined {
  switch (node.type) {
    case 'ImportDeclaration':
    case 'ExportAllDeclaration':
      return node.source.value;
    case 'ExportNamedDeclaration':
      return node.source?.value;
    case 'ImportExpression':
      return node.source.type === 'Literal' && typeof node.source.value === 'string' ? node.source.value : undefined;
    default:
      return requiredModule(node);
  }
}

function isUse(node: Node, parent: Node | undefined, names: ReadonlySet<string>): boolean {
  if (node.type !== 'Identifier' && node.type !== 'JSXIdentifier') return false;
  if (!names.has(node.name)) return false;
  if (parent?.type === 'MemberExpression' && parent.property === node && !parent.computed) return false;
  return !(parent?.type === 'Property' && parent.key === node && !parent.shorthand && !parent.computed);
}

/** A `const x = require('m')` is one mention, not two: the names that a statement declares are no uses. */
function withoutDeclared(script: Script, at: readonly number[]): number[] {
  const declared = script.program.body.flatMap((statement) =>
    statement.type === 'VariableDeclaration' ? statement.declarations.map(({ id }) => id) : [],
  );
  return at.filter((offset) => !declared.some(({ start, end }) => offset >= start && offset < end));
}
