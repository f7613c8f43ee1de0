import { bare, keyName, walk, type Node, type Script } from './syntax.ts';

/** Where a value comes from: a module, and which of its exports (`*` for all of it). */
export interface Origin {
  from: string;
  name: string;
}

/** Every identifier name that occurs in a script, so that a new one can be chosen which is surely free. */
export function namesIn(script: Script): Set<string> {
  const names = new Set<string>();
  walk(script.program, (node) => {
    if (node.type === 'Identifier' || node.type === 'JSXIdentifier') names.add(node.name);
  });
  return names;
}

/** The module that an expression is taken from: an imported name, `require('m')`, `require('m').x`, `(await import('m')).x`. */
export function originOf(script: Script, expression: Node): Origin | undefined {
  const node = bare(expression);
  if (node.type === 'Identifier') return originOfName(script, node.name);
  if (node.type === 'CallExpression') {
    const from = requiredModule(node);
    return from === undefined ? undefined : { from, name: '*' };
  }
  if (node.type === 'ImportExpression') {
    return node.source.type === 'Literal' ? { from: String(node.source.value), name: '*' } : undefined;
  }
  if (node.type === 'MemberExpression') {
    const owner = originOf(script, node.object);
    const name = keyName(node.property, node.computed);
    return owner?.name === '*' && name !== undefined ? { from: owner.from, name } : undefined;
  }
  return undefined;
}

/** The module name in `require('m')`, if the node is that. */
export function requiredModule(node: Node): string | undefined {
  if (node.type !== 'CallExpression' || node.callee.type !== 'Identifier' || node.callee.name !== 'require')
    return undefined;
  const argument = node.arguments[0];
  return argument?.type === 'Literal' && typeof argument.value === 'string' ? argument.value : undefined;
}

function originOfName(script: Script, name: string): Origin | undefined {
  for (const statement of script.program.body) {
    if (statement.type === 'ImportDeclaration') {
      for (const specifier of statement.specifiers) {
        if (specifier.local.name !== name) continue;
        return { from: statement.source.value, name: importedName(specifier) };
      }
    }
    if (statement.type !== 'VariableDeclaration') continue;
    for (const { id, init } of statement.declarations) {
      if (!init) continue;
      if (id.type === 'Identifier' && id.name === name) {
        const origin = originOf(script, init);
        if (origin) return origin;
      }
      if (id.type !== 'ObjectPattern') continue;
      const owner = originOf(script, init);
      if (owner?.name !== '*') continue;
      for (const property of id.properties) {
        if (property.type !== 'Property' || property.value.type !== 'Identifier' || property.value.name !== name)
          continue;
        return { from: owner.from, name: keyName(property.key, property.computed) ?? '*' };
      }
    }
  }
  return undefined;
}

function importedName(
  specifier: Extract<Node, { type: 'ImportSpecifier' | 'ImportDefaultSpecifier' | 'ImportNamespaceSpecifier' }>,
): string {
  if (specifier.type === 'ImportDefaultSpecifier') return 'default';
  if (specifier.type === 'ImportNamespaceSpecifier') return '*';
  return specifier.imported.type === 'Literal' ? specifier.imported.value : specifier.imported.name;
}

/** Whether a name is given another value anywhere after its declaration. */
export function isReassigned(script: Script, name: string): boolean {
  let found = false;
  walk(script.program, (node) => {
    const target =
      node.type === 'AssignmentExpression' ? node.left : node.type === 'UpdateExpression' ? node.argument : undefined;
    if (target?.type === 'Identifier' && target.name === name) found = true;
    return !found;
  });
  return found;
}

/** The first place where a member of the named object is assigned (`name.key = …`), if there is one. */
export function memberAssignment(script: Script, name: string, key: string): Node | undefined {
  let found: Node | undefined;
  walk(script.program, (node) => {
    if (node.type !== 'AssignmentExpression' || node.left.type !== 'MemberExpression') return;
    const { object, property, computed } = node.left;
    if (object.type === 'Identifier' && object.name === name && keyName(property, computed) === key) found ??= node;
  });
  return found;
}

/** How often a name is used apart from its declaration in an import or a require. */
export function usesOf(script: Script, name: string): number {
  let count = 0;
  walk(script.program, (node, parent) => {
    if (parent?.type.startsWith('Import') && parent.type !== 'ImportExpression') return;
    if (parent?.type === 'VariableDeclarator' && parent.id === node) return;
    if (parent?.type === 'MemberExpression' && parent.property === node && !parent.computed) return;
    if (parent?.type === 'Property' && parent.key === node && !parent.shorthand && !parent.computed) return;
    if ((node.type === 'Identifier' || node.type === 'JSXIdentifier') && node.name === name) count += 1;
  });
  return count;
}
