import { bare, isFunction, parseScript, type Node } from './syntax.ts';

/** A function that a module exports: under which name (`default` for the default export), and what its first argument is called. */
export interface ExportedFunction {
  name: string;
  first: string;
}

/** The functions that an ES module exports where it makes them, those with a first argument that has a name. */
export function exportedFunctions(text: string, file: string): ExportedFunction[] {
  const script = parseScript(text, file);
  if ('fault' in script) return [];
  return script.program.body.flatMap((statement) => {
    if (statement.type === 'ExportDefaultDeclaration') return made('default', statement.declaration);
    if (statement.type !== 'ExportNamedDeclaration') return [];
    const { declaration } = statement;
    if (declaration?.type === 'FunctionDeclaration') return made(declaration.id?.name, declaration);
    if (declaration?.type !== 'VariableDeclaration') return [];
    return declaration.declarations.flatMap(({ id, init }) =>
      id.type === 'Identifier' && init ? made(id.name, init) : [],
    );
  });
}

function made(name: string | undefined, value: Node): ExportedFunction[] {
  const node = bare(value);
  const [first] = isFunction(node) ? node.params : [];
  return name !== undefined && first?.type === 'Identifier' ? [{ name, first: first.name }] : [];
}
