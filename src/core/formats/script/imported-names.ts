import { parseScript } from './syntax.ts';

/** A name that a module imports. */
export interface ImportedName {
  local: string;
  from: string;
  /** The export's name; `default`, or `*` for all of the module. */
  name: string;
}

/** The names that a script imports statically; none where it cannot be read. */
export function importsOf(text: string, file: string): ImportedName[] {
  const script = parseScript(text, file);
  if ('fault' in script) return [];
  return script.program.body.flatMap((node) => {
    if (node.type !== 'ImportDeclaration' || node.importKind === 'type') return [];
    const from = node.source.value;
    return node.specifiers.map((one) => {
      const local = one.local.name;
      if (one.type === 'ImportDefaultSpecifier') return { local, from, name: 'default' };
      if (one.type === 'ImportNamespaceSpecifier') return { local, from, name: '*' };
      return { local, from, name: one.imported.type === 'Literal' ? one.imported.value : one.imported.name };
    });
  });
}
