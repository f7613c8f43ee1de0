import { splitPointer } from '../json-pointer.ts';
import { isBlocked, type Blocked } from './blocked.ts';
import { moduleScope } from './scope.ts';
import type { Node, NodeOf, Script } from './syntax.ts';
import { ValueReader, type ConfigAddress, type ListPlace, type ObjectPlace } from './values.ts';

/** Where a list stands, or the object in which it (below `keys`) would have to be made. */
export type ListTarget = { list: ListPlace } | { makeIn: ObjectPlace; keys: string[] } | Blocked;

/** Finds the list at an address of the exported configuration. */
export function findList(script: Script, address: ConfigAddress): ListTarget {
  const found = findValue(script, address, (reader, value) => reader.list(value.node, value.scope));
  if (isBlocked(found) || 'makeIn' in found) return found;
  return { list: found.value };
}

/** The expression that the module exports as its configuration (`export default`, `module.exports`, `export =`). */
export function exportedValue(script: Script): Node | Blocked {
  const exported = script.program.body.flatMap((statement) => exportsOf(statement));
  const [only, ...more] = exported;
  if (!only) return { blocked: 'the file exports no configuration', at: 0 };
  if (more.length > 0) return { blocked: 'the file exports a configuration more than once', at: more[0]?.start ?? 0 };
  return only;
}

function findValue<Value>(
  script: Script,
  address: ConfigAddress,
  take: (reader: ValueReader, value: { node: Node; scope: ObjectPlace['scope'] }) => Value | Blocked,
): { value: Value } | { makeIn: ObjectPlace; keys: string[] } | Blocked {
  const exported = exportedValue(script);
  if (isBlocked(exported)) return exported;
  const reader = new ValueReader(script, address);
  const places = reader.objects(exported, moduleScope(script));
  if (isBlocked(places)) return places;
  const targets = places.map((place) => follow(reader, place, splitPointer(address.pointer), take));
  const [first, ...others] = targets;
  if (!first) return { blocked: 'the file exports no configuration', at: 0 };
  for (const other of others) {
    if (isBlocked(other)) return other;
    if (identity(other) !== identity(first)) {
      const at = places[1]?.node.start ?? 0;
      return { blocked: 'the configuration has several forms, each with its own list', at };
    }
  }
  return first;
}

function follow<Value>(
  reader: ValueReader,
  place: ObjectPlace,
  keys: string[],
  take: (reader: ValueReader, value: { node: Node; scope: ObjectPlace['scope'] }) => Value | Blocked,
): { value: Value } | { makeIn: ObjectPlace; keys: string[] } | Blocked {
  const [key = '', ...rest] = keys;
  const member = reader.member(place, key);
  if (isBlocked(member)) return member;
  if ('absentFrom' in member) {
    // What is added to a spread-in object would be seen by its other users: it goes to the object itself.
    return { makeIn: place, keys };
  }
  if (rest.length === 0) {
    const value = take(reader, member.value);
    return typeof value === 'object' && value !== null && isBlocked(value) ? value : { value: value };
  }
  const inner = reader.objects(member.value.node, member.value.scope);
  if (isBlocked(inner)) return inner;
  const [only, ...more] = inner;
  if (!only || more.length > 0)
    return { blocked: `"${key}" could be one of several objects`, at: member.value.node.start };
  return follow(reader, only, rest, take);
}

function identity(target: { value: unknown } | { makeIn: ObjectPlace } | Blocked): unknown {
  if ('value' in target) return (target.value as { node?: Node }).node ?? target.value;
  return 'makeIn' in target ? target.makeIn.node : target;
}

function exportsOf(statement: Node): Node[] {
  if (statement.type === 'ExportDefaultDeclaration') return [statement.declaration];
  if (statement.type === 'TSExportAssignment') return [statement.expression];
  if (statement.type === 'ExportNamedDeclaration' && !statement.source) {
    return statement.specifiers.flatMap(({ exported, local }) =>
      nameOf(exported) === 'default' ? [local as Node] : [],
    );
  }
  if (statement.type !== 'ExpressionStatement' || statement.expression.type !== 'AssignmentExpression') return [];
  const { left, right } = statement.expression;
  return isModuleExports(left) ? [right] : [];
}

function isModuleExports(node: Node): node is NodeOf<'MemberExpression'> {
  if (node.type !== 'MemberExpression' || node.computed) return false;
  const { object, property } = node;
  if (object.type === 'Identifier' && object.name === 'module')
    return property.type === 'Identifier' && property.name === 'exports';
  if (property.type !== 'Identifier' || property.name !== 'default') return false;
  return (object.type === 'Identifier' && object.name === 'exports') || isModuleExports(object);
}

function nameOf(node: Node): string | undefined {
  if (node.type === 'Identifier') return node.name;
  return node.type === 'Literal' ? String(node.value) : undefined;
}
