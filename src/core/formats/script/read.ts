import type { Surroundings } from '../format.ts';
import { splitPointer } from '../json-pointer.ts';
import { configRoot } from './config-root.ts';
import { isBlocked } from './blocked.ts';
import { lookUp } from './lookup.ts';
import { bare, isFunction, keyName, parseScript, type Node, type Script } from './syntax.ts';
import { pathOf, type ReadPath } from './paths.ts';
import { originsOf } from './bindings.ts';
import { ValueReader, type ConfigAddress, type Placed } from './values.ts';

/** The modules that a script imports statically or by a plain `require` at its top level, in order. */
export function importedModules(text: string, file: string): string[] {
  const script = parseScript(text, file);
  if ('fault' in script) return [];
  return script.program.body.flatMap((node) => {
    if (node.type === 'ImportDeclaration') return node.importKind === 'type' ? [] : [node.source.value];
    if (node.type !== 'ExpressionStatement' || node.expression.type !== 'CallExpression') return [];
    const { callee, arguments: args } = node.expression;
    const [first] = args;
    const isRequire = callee.type === 'Identifier' && callee.name === 'require';
    return isRequire && first?.type === 'Literal' && typeof first.value === 'string' ? [first.value] : [];
  });
}

export type ReadValue =
  ({ kind: 'path' } & ReadPath) | { kind: 'object' } | { kind: 'absent' } | { kind: 'computed'; line: number };

/** What stands at an address of the exported configuration: a path or text, an object, nothing, or something computed. */
export function readConfig(text: string, address: ConfigAddress, around: Surroundings): ReadValue {
  const script = parseScript(text, around.file);
  if ('fault' in script) return { kind: 'computed', line: 1 };
  const value = valueAt(script, address);
  if (value === 'absent') return { kind: 'absent' };
  const node = value && bare(value.node);
  if (!node) return { kind: 'computed', line: 1 };
  if (node.type === 'ObjectExpression') return { kind: 'object' };
  const found = pathOf(script, node, value.scope);
  return found === undefined
    ? { kind: 'computed', line: text.slice(0, node.start).split('\n').length }
    : { kind: 'path', ...found };
}

/**
 * What a script exports by default, where it is an object of plain values: texts, numbers, truth values, and lists and objects of these.
 * Undefined where any of it is computed.
 */
export function readPlain(text: string, around: Surroundings): Record<string, unknown> | undefined {
  const script = parseScript(text, around.file);
  if ('fault' in script) return undefined;
  const root = valueAt(script, { pointer: '' });
  if (root === undefined || root === 'absent') return undefined;
  const value = plainOf(bare(root.node));
  return value !== null && typeof value === 'object' && !Array.isArray(value)
    ? (value as Record<string, unknown>)
    : undefined;
}

/** The value of a literal, or of a list or object of literals; undefined for all else. */
function plainOf(node: Node): unknown {
  if (node.type === 'Literal') return typeof node.value === 'object' ? undefined : node.value;
  if (node.type === 'ArrayExpression') {
    const all = node.elements.map((one) => (one ? plainOf(bare(one)) : undefined));
    return all.includes(undefined) ? undefined : all;
  }
  if (node.type !== 'ObjectExpression') return undefined;
  const members = node.properties.map((one) =>
    one.type === 'Property' ? [keyName(one.key, one.computed), plainOf(bare(one.value))] : [],
  );
  return members.some(([key, value]) => key === undefined || value === undefined)
    ? undefined
    : Object.fromEntries(members);
}

/** Whether the configuration that a script exports is a function, by itself or as what a helper is given. */
export function exportsFunction(text: string, address: ConfigAddress, around: Surroundings): boolean {
  const script = parseScript(text, around.file);
  const root = 'fault' in script ? undefined : configRoot(script, address);
  let node = root && !isBlocked(root) ? bare(root.node) : undefined;
  if (node?.type === 'Identifier' && root && !isBlocked(root) && !('fault' in script)) {
    const value = lookUp(script, node, root.scope, '');
    node = isBlocked(value) ? node : bare(value.node);
  }
  if (node?.type === 'CallExpression' && node.arguments[0]) node = bare(node.arguments[0]);
  return node !== undefined && isFunction(node);
}

/** The texts that stand at an address: one, or those of a list. Paths are given as they mean, see `readConfig`. */
export function readTexts(text: string, address: ConfigAddress, around: Surroundings): string[] {
  const script = parseScript(text, around.file);
  if ('fault' in script) return [];
  const value = valueAt(script, address);
  if (!value || value === 'absent') return [];
  const node = bare(value.node);
  const items = node.type === 'ArrayExpression' ? node.elements : [node];
  return items.flatMap((item) => (item ? (pathOf(script, item, value.scope)?.path ?? []) : []));
}

/** The list of texts at an address; undefined where there is none, or where something else stands in it too. */
export function readTextList(text: string, address: ConfigAddress, around: Surroundings): string[] | undefined {
  const script = parseScript(text, around.file);
  const value = 'fault' in script ? undefined : valueAt(script, address);
  if ('fault' in script || !value || value === 'absent') return undefined;
  const node = bare(value.node);
  if (node.type !== 'ArrayExpression') return undefined;
  const texts = node.elements.map((item) => item && pathOf(script, item, value.scope)?.path);
  return texts.every((one) => typeof one === 'string') ? texts : undefined;
}

/** The members of the object at an address whose values are paths, as `{ '@': './src' }` for aliases. */
export function readPaths(text: string, address: ConfigAddress, around: Surroundings): Map<string, ReadPath> {
  const paths = new Map<string, ReadPath>();
  const script = parseScript(text, around.file);
  if ('fault' in script) return paths;
  const value = valueAt(script, address);
  if (!value || value === 'absent') return paths;
  const node = bare(value.node);
  const add = (key: string | undefined, at: Node): void => {
    const found = pathOf(script, at, value.scope);
    if (key !== undefined && found !== undefined) paths.set(key, found);
  };
  if (node.type === 'ObjectExpression') {
    for (const property of node.properties) {
      if (property.type === 'Property') add(keyName(property.key, property.computed), property.value);
    }
  }
  if (node.type === 'ArrayExpression') {
    for (const element of node.elements) {
      if (element?.type !== 'ObjectExpression') continue;
      const member = (name: string): Node | undefined =>
        element.properties.find((one) => one.type === 'Property' && keyName(one.key, one.computed) === name);
      const find = member('find');
      const replacement = member('replacement');
      if (find?.type !== 'Property' || replacement?.type !== 'Property' || find.value.type !== 'Literal') continue;
      add(typeof find.value.value === 'string' ? find.value.value : undefined, replacement.value);
    }
  }
  return paths;
}

function valueAt(script: Script, address: ConfigAddress): Placed<Node> | 'absent' | undefined {
  const root = configRoot(script, address);
  if (isBlocked(root)) return undefined;
  const reader = new ValueReader(script, address);
  let place: Placed<Node> = root;
  for (const key of splitPointer(address.pointer)) {
    const objects = reader.objects(place.node, place.scope);
    const [only] = isBlocked(objects) ? [] : objects;
    if (!only) return undefined;
    const member = reader.member(only, key);
    if (isBlocked(member)) return undefined;
    if ('absentFrom' in member) return 'absent';
    place = member.value;
  }
  return place;
}

/** What a script takes from another module: an export of it (`default`), or all of it (`*`). */
export interface Taken {
  from: string;
  name: string;
}

/** What a script takes from other modules and hands on: what it imports or requires, and what it re-exports. */
export function takenFrom(text: string, file: string): Taken[] {
  const script = parseScript(text, file);
  if ('fault' in script) return [];
  const handedOn = script.program.body.flatMap((node): Taken[] => {
    if (node.type === 'ExportAllDeclaration') return [{ from: node.source.value, name: '*' }];
    if (node.type !== 'ExportNamedDeclaration' || !node.source) return [];
    const from = node.source.value;
    return node.specifiers.map(({ local }) => ({ from, name: local.type === 'Literal' ? local.value : local.name }));
  });
  const whole = [...text.matchAll(/\bmodule\.exports\s*=\s*require\(\s*["']([^"']+)["']\s*\)/g)];
  return [...originsOf(script).values(), ...handedOn, ...whole.map(([, from = '']) => ({ from, name: '*' }))];
}
