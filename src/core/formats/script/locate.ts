import { refused, type Refusal, type Surroundings } from '../format.ts';
import { blocked, isBlocked, type Blocked } from './blocked.ts';
import { callsExport, configRoot } from './config-root.ts';
import { itemsOf } from './containers.ts';
import { findList } from './exported.ts';
import { lookUp, type Placed } from './lookup.ts';
import { bare, parseScript, type Node, type Script } from './syntax.ts';
import type { ConfigAddress, ExportName } from './values.ts';

export type Located = { line: number; made: boolean } | { refusal: Refusal };

/** Tells without editing where the list or object at an address stands (`made` where it would have to be made). */
export function locate(text: string, address: ConfigAddress, around: Surroundings): Located {
  return located(text, around, (script) => {
    const target = findList(script, address);
    if (isBlocked(target)) return target;
    return 'list' in target ? { node: target.list.node, made: false } : { node: target.makeIn.node, made: true };
  });
}

/** The same of the object that an address leads into. */
export function locateRoot(text: string, address: ConfigAddress, around: Surroundings): Located {
  return located(text, around, (script) => {
    const root = configRoot(script, address);
    if (isBlocked(root)) return root;
    const node = resolved(script, root);
    return node.type === 'ObjectExpression'
      ? { node, made: false }
      : blocked('what it exports there is not written as an object', node);
  });
}

function located(
  text: string,
  around: Surroundings,
  find: (script: Script) => { node: Node; made: boolean } | Blocked,
): Located {
  const parsed = parseScript(text, around.file);
  const by = (reason: string, at: number): Located => ({ refusal: refused(text, at, reason, '').refusal });
  if ('fault' in parsed) return by(`it cannot be parsed (${parsed.fault.message})`, parsed.fault.offset);
  const found = find(parsed);
  if (isBlocked(found)) return by(found.blocked, found.at);
  return { line: text.slice(0, found.node.start).split('\n').length, made: found.made };
}

/** Whether the list at an address has an item that is a call, or a `new`, of an export of a module. */
export function listCalls(text: string, address: ConfigAddress, made: ExportName, around: Surroundings): boolean {
  const parsed = parseScript(text, around.file);
  const target = 'fault' in parsed ? undefined : findList(parsed, address);
  if ('fault' in parsed || !target || isBlocked(target) || !('list' in target)) return false;
  return itemsOf(target.list.node).some((item) => callsExport(parsed, bare(item), made));
}

/** Where a list stands, and whether lists inside it are taken for their items: it is the argument of a helper then. */
export function findShape(
  text: string,
  address: ConfigAddress,
  around: Surroundings,
): { line: number; nests: boolean } | { refusal: Refusal } {
  const located = locate(text, address, around);
  if ('refusal' in located) return located;
  const parsed = parseScript(text, around.file);
  const root = 'fault' in parsed ? undefined : configRoot(parsed, address);
  const node = root && !isBlocked(root) && !('fault' in parsed) ? resolved(parsed, root) : undefined;
  return { line: located.line, nests: node?.type === 'CallExpression' };
}

function resolved(script: Script, { node, scope }: Placed<Node>): Node {
  const inner = bare(node);
  if (inner.type !== 'Identifier') return inner;
  const value = lookUp(script, inner, scope, '');
  return isBlocked(value) ? inner : bare(value.node);
}
