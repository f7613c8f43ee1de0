import path from 'node:path';
import { PATHS } from '../analogy/entry-words.ts';
import { keyName, walk, type Node, type NodeOf } from '../formats/script/syntax.ts';
import type { Stretch } from './growth.ts';

/** Where a node stands in its text. */
export function stretchOf({ start, end }: Node): Stretch {
  return { start, end };
}

/** Whether an element is a route, as `<Route>` and what is named after it are. */
export function isRoute({ openingElement }: NodeOf<'JSXElement'>): boolean {
  const { name } = openingElement;
  return name.type === 'JSXIdentifier' && /Route$/.test(name.name);
}

/** What a member of an object says; undefined where it has none of that name. */
export function member(node: NodeOf<'ObjectExpression'>, key: string): Node | undefined {
  const found = node.properties.find((one) => one.type === 'Property' && keyName(one.key, one.computed) === key);
  return found?.type === 'Property' ? found.value : undefined;
}

/** What an entry of a table of routes has as its path. */
export function pathOf(entry: NodeOf<'ObjectExpression'>): Node | undefined {
  return PATHS.map((key) => member(entry, key)).find((one) => one !== undefined);
}

/** What an attribute of an element says; the attribute itself where it says nothing. */
export function attribute(node: NodeOf<'JSXElement'>, name: string): Node | undefined {
  const found = node.openingElement.attributes.find((one) => one.type === 'JSXAttribute' && one.name.name === name);
  if (found?.type !== 'JSXAttribute') return undefined;
  if (found.value === null) return found;
  return found.value.type === 'JSXExpressionContainer' ? found.value.expression : found.value;
}

/** The text of a literal; undefined for all else. */
export function textIn(node: Node | undefined): string | undefined {
  return node?.type === 'Literal' && typeof node.value === 'string' ? node.value : undefined;
}

/** The address of a path that is written below another one. */
export function joined(below: string, written: string): string {
  if (written.startsWith('/')) return written === '/' ? '/' : written.replace(/\/$/, '');
  return written === '' ? below : path.posix.join(below, written);
}

/** Whether an address is one, and no pattern for many. */
export function isAddress(address: string): boolean {
  return !/[:*(]/.test(address);
}

/** The module in the only dynamic import below a node. */
export function loadedIn(node: Node): string | undefined {
  const found: string[] = [];
  walk(node, (one) => {
    const source = one.type === 'ImportExpression' ? textIn(one.source) : undefined;
    if (source !== undefined) found.push(source);
  });
  return found.length === 1 ? found[0] : undefined;
}

/** The names that a node uses; of elements within elements those of the inner ones first. */
export function namesIn(node: Node): string[] {
  const names: { name: string; depth: number }[] = [];
  const depths = new Map<Node, number>();
  walk(node, (one, parent) => {
    const depth = (parent ? (depths.get(parent) ?? 0) : 0) + (one.type === 'JSXElement' ? 1 : 0);
    depths.set(one, depth);
    if (one.type === 'Identifier' || one.type === 'JSXIdentifier') names.push({ name: one.name, depth });
  });
  return names.sort((a, b) => b.depth - a.depth).map(({ name }) => name);
}
