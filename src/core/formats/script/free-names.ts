import { parseExpression } from './same-code.ts';
import { isFunction, walk } from './syntax.ts';

// What every module has: of the language what this one has, and of browsers what people name in an entry.
const EVERYWHERE = new Set([...Object.getOwnPropertyNames(globalThis), 'window', 'document', 'location', 'navigator']);

/** The names that an expression uses and does not declare itself; undefined where it cannot be told. */
export function freeNames(code: string): string[] | undefined {
  const node = parseExpression(code, 'code.tsx');
  if (!node) return undefined;
  const names = new Set<string>();
  const state = { isPlain: true };
  walk(node, (one, parent) => {
    // What a function declares is not told from what it uses.
    if (isFunction(one) || one.type === 'JSXElement') state.isPlain = false;
    if (one.type !== 'Identifier') return state.isPlain;
    const isMember = parent?.type === 'MemberExpression' && parent.property === one && !parent.computed;
    const isKey = parent?.type === 'Property' && parent.key === one && !parent.computed && !parent.shorthand;
    if (!isMember && !isKey && !EVERYWHERE.has(one.name)) names.add(one.name);
    return true;
  });
  return state.isPlain ? [...names] : undefined;
}
