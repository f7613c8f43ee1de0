import { isReassigned, memberAssignment, originOf } from './bindings.ts';
import { blocked, type Blocked } from './blocked.ts';
import { boundNames, type Scope } from './scope.ts';
import { bare, keyName, type Node, type Script } from './syntax.ts';

/** A node with the scope in which its names are looked up. */
export interface Placed<Kind extends Node> {
  node: Kind;
  scope: Scope;
}

/**
 * The value that a name has, where it has just one: declared in a scope around it and never given another. `key` is the member
 * that is asked for; where it is assigned separately the value does not tell.
 */
export function lookUp(script: Script, identifier: Node, scope: Scope, key: string): Placed<Node> | Blocked {
  const name = identifier.type === 'Identifier' ? identifier.name : '';
  for (let inner: Scope | undefined = scope; inner; inner = inner.outer) {
    for (const statement of inner.statements) {
      const value = declaredValue(script, statement, name, identifier);
      if (value === undefined) continue;
      if ('blocked' in value) return value;
      return settled(script, name, key, { node: value, scope: inner }, identifier);
    }
    if (inner.parameters.includes(name)) return blocked(`"${name}" is a parameter`, identifier);
  }
  const origin = originOf(script, identifier);
  return blocked(
    origin ? `"${name}" comes from another file ("${origin.from}")` : `"${name}" is not declared here`,
    identifier,
  );
}

function declaredValue(script: Script, statement: Node, name: string, identifier: Node): Node | Blocked | undefined {
  const declared = statement.type === 'ExportNamedDeclaration' ? statement.declaration : statement;
  if (declared?.type === 'FunctionDeclaration' && declared.id?.name === name) return declared;
  if (declared?.type !== 'VariableDeclaration') return undefined;
  for (const { id, init } of declared.declarations) {
    if (!boundNames(id).includes(name)) continue;
    const origin = init && originOf(script, init);
    if (origin) return blocked(`"${name}" comes from another file ("${origin.from}")`, identifier);
    return id.type === 'Identifier' && init ? init : blocked(`the value of "${name}" is not written here`, identifier);
  }
  return undefined;
}

function settled(
  script: Script,
  name: string,
  key: string,
  value: Placed<Node>,
  identifier: Node,
): Placed<Node> | Blocked {
  if (value.node.type === 'FunctionDeclaration') return value;
  if (isReassigned(script, name)) return blocked(`"${name}" is given another value later`, identifier);
  const later = memberAssignment(script, name, key);
  return later ? blocked(`"${key}" is assigned separately`, later) : value;
}

/** The public name of what is called: as exported by its module where it is imported under another name. */
export function calledName(script: Script, callee: Node): string | undefined {
  const node = bare(callee);
  if (node.type === 'MemberExpression' && node.object.type === 'Identifier') {
    const property = keyName(node.property, node.computed);
    const origin = originOf(script, node);
    return origin ? origin.name : property === undefined ? undefined : `${node.object.name}.${property}`;
  }
  if (node.type !== 'Identifier') return undefined;
  const origin = originOf(script, node);
  return origin && origin.name !== '*' && origin.name !== 'default' ? origin.name : node.name;
}
