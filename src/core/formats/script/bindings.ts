import { boundNodes } from './scope.ts';
import { bare, keyName, walk, type Node, type Script } from './syntax.ts';

/** Where a value comes from: a module, and which of its exports (`*` for all of it). */
export interface Origin {
  from: string;
  name: string;
}

/** Names that a new one must not have. */
export interface TakenNames {
  has(name: string): boolean;
  add(name: string): void;
}

/** Every identifier name that occurs in a script, so that a new one can be chosen which is surely free. */
export function namesIn(script: Script): TakenNames {
  const added = new Set<string>();
  let occurring: Set<string> | undefined;
  return {
    has(name) {
      if (added.has(name)) return true;
      // What does not even stand in the text needs no look at the syntax.
      if (!script.text.includes(name)) return false;
      occurring ??= identifiersOf(script);
      return occurring.has(name);
    },
    add: (name) => void added.add(name),
  };
}

function identifiersOf(script: Script): Set<string> {
  const names = new Set<string>();
  walk(script.program, (node) => {
    if (node.type === 'Identifier' || node.type === 'JSXIdentifier') names.add(node.name);
  });
  return names;
}

// Nobody takes a value from deeper inside a module than this.
const MOST_MEMBERS = 20;

/** The module that an expression is taken from: an imported name, `require('m')`, `require('m').x`, `(await import('m')).x`. */
export function originOf(script: Script, expression: Node, depth = 0): Origin | undefined {
  if (depth > MOST_MEMBERS) return undefined;
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
    const owner = originOf(script, node.object, depth + 1);
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
  return originsOf(script).get(name);
}

// Asked for each name in turn, and the same for as long as the script is looked at.
const origins = new WeakMap<Script, Map<string, Origin>>();

/** Where the names that a script binds at its top level come from, for those that come from a module. */
export function originsOf(script: Script): ReadonlyMap<string, Origin> {
  const known = origins.get(script);
  if (known) return known;
  const found = new Map<string, Origin>();
  // Filled as it goes: a name that is used before it is bound has no origin here, so that no circle can be walked.
  origins.set(script, found);
  const note = (name: string, origin: Origin | undefined): void => {
    if (origin && !found.has(name)) found.set(name, origin);
  };
  for (const statement of script.program.body) {
    if (statement.type === 'ImportDeclaration') {
      for (const one of statement.specifiers)
        note(one.local.name, { from: statement.source.value, name: importedName(one) });
    }
    if (
      statement.type === 'TSImportEqualsDeclaration' &&
      statement.moduleReference.type === 'TSExternalModuleReference'
    )
      note(statement.id.name, { from: statement.moduleReference.expression.value, name: '*' });
    if (statement.type !== 'VariableDeclaration') continue;
    for (const { id, init } of statement.declarations) {
      const origin = init ? originOf(script, init) : undefined;
      if (!origin) continue;
      if (id.type === 'Identifier') note(id.name, origin);
      if (id.type !== 'ObjectPattern' || origin.name !== '*') continue;
      for (const property of id.properties) {
        if (property.type !== 'Property' || property.value.type !== 'Identifier') continue;
        note(property.value.name, { from: origin.from, name: keyName(property.key, property.computed) ?? '*' });
      }
    }
  }
  noteInside(script, note);
  return found;
}

/** What is required inside of a function: there its name is as good as one of the top. */
function noteInside(script: Script, note: (name: string, origin: Origin) => void): void {
  if (!/^[ \t]+(?:const|let|var)\s[^\n]*\brequire\(/m.test(script.text)) return;
  walk(script.program, (node) => {
    if (node.type !== 'VariableDeclarator' || !node.init || node.id.type !== 'Identifier') return;
    const from = requiredModule(bare(node.init));
    if (from !== undefined) note(node.id.name, { from, name: '*' });
  });
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
  const declared = new Set<Node>();
  walk(script.program, (node, parent) => {
    if (node.type === 'VariableDeclarator') for (const one of boundNodes(node.id)) declared.add(one);
    if (declared.has(node) || node.type === 'TSImportEqualsDeclaration') return declared.has(node);
    if (parent?.type.startsWith('Import') && parent.type !== 'ImportExpression') return;
    if (parent?.type === 'MemberExpression' && parent.property === node && !parent.computed) return;
    if (parent?.type === 'Property' && parent.key === node && !parent.shorthand && !parent.computed) return;
    if ((node.type === 'Identifier' || node.type === 'JSXIdentifier') && node.name === name) count += 1;
  });
  return count;
}
