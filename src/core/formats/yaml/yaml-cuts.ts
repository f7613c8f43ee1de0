import { isMap, isPair, isScalar, type Node, type YAMLMap, type YAMLSeq } from 'yaml';
import { lineStart } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { removeMember, type Container } from '../members.ts';
import { descend, end, start, type Fault, type Read } from './yaml-document.ts';

/** Cuts a member, with the mappings that would be left empty. */
export function cutMember(read: Read, keys: readonly string[]): Splice[] | Fault {
  const parent = descend(read, keys.slice(0, -1));
  if ('reason' in parent) return parent;
  const map = parent.node as YAMLMap;
  const index = map.items.findIndex((item) => isScalar(item.key) && String(item.key.value) === keys.at(-1));
  // A mapping that would be left empty was made for this member.
  if (map.items.length === 1 && keys.length > 1) return cutMember(read, keys.slice(0, -1));
  if (map.flow) return removeMember(read.text, containerOf(read.text, map), index);
  const item = map.items[index];
  return item ? cutLines(read.text, item.key as Node, (item.value ?? item.key) as Node) : [];
}

/** Cuts an item of a list. */
export function cutItem(text: string, list: YAMLSeq, index: number): Splice[] | Fault {
  if (list.flow) return removeMember(text, containerOf(text, list), index);
  const item = list.items[index] as Node;
  if (list.items.length === 1) return { reason: 'it is the only item of its list', at: start(item) };
  return cutLines(text, item, item);
}

/** Cuts the whole lines from one node to the end of another. */
export function cutLines(text: string, first: Node, last: Node): Splice[] {
  const from = lineStart(text, start(first));
  const stop = text.slice(0, end(last)).trimEnd().length;
  const lineBreak = text.indexOf('\n', stop);
  const to = lineBreak === -1 ? text.length : lineBreak + 1;
  return [{ at: from, removed: text.slice(from, to), inserted: '' }];
}

/** A list or mapping in brackets. */
export function containerOf(text: string, node: YAMLMap | YAMLSeq): Container {
  const children = node.items.map((item) => {
    const first = (isPair(item) ? item.key : item) as Node;
    const last = (isPair(item) ? (item.value ?? item.key) : item) as Node;
    return { start: start(first), end: text.slice(0, end(last)).trimEnd().length };
  });
  const close = text.slice(0, end(node)).trimEnd().length - 1;
  return { open: start(node) + 1, close, children, bracket: isMap(node) ? '{' : '[' };
}
