import { callsExport } from './config-root.ts';
import { shownIn } from './layers.ts';
import { tagName } from './element-address.ts';
import { bare, keyName, parseScript, walk, type Node } from './syntax.ts';
import type { ExportName } from './values.ts';

/** The component that an app shows: its name where it is shown by itself, without properties; the line in either case. */
export interface Shown {
  local?: string | undefined;
  line?: number | undefined;
}

/** What the one call of an export is given as its only argument, or shows within layers that are around it. */
export function shownByCall(text: string, file: string, call: ExportName): Shown {
  const script = parseScript(text, file);
  if ('fault' in script) return {};
  const found: { node: Node; local: string | undefined }[] = [];
  walk(script.program, (node) => {
    if (node.type !== 'CallExpression' || !callsExport(script, node, call)) return;
    const [first, more] = node.arguments;
    found.push({ node, local: first && !more ? shownIn(script, first, call)?.name : undefined });
  });
  return only(text, found);
}

/** The innermost element of what a method is given, where every element around it has no other child. */
export function shownByElement(text: string, file: string, method: string): Shown {
  const script = parseScript(text, file);
  if ('fault' in script) return {};
  const found: { node: Node; local: string | undefined }[] = [];
  walk(script.program, (node) => {
    if (node.type !== 'CallExpression') return;
    const { callee } = node;
    const name =
      callee.type === 'MemberExpression'
        ? keyName(callee.property, callee.computed)
        : callee.type === 'Identifier'
          ? callee.name
          : undefined;
    const first = node.arguments[0] && bare(node.arguments[0]);
    if (name === method && first) found.push({ node, local: innermost(first) });
  });
  return only(text, found);
}

function innermost(node: Node): string | undefined {
  if (node.type !== 'JSXElement' && node.type !== 'JSXFragment') return undefined;
  const inner = node.children.filter((child) => child.type !== 'JSXText' || child.value.trim() !== '');
  const [child, other] = inner;
  if (child && !other) return innermost(child);
  if (child || node.type === 'JSXFragment') return undefined;
  const name = tagName(node);
  const plain = node.openingElement.attributes.length === 0 && /^[A-Z]\w*$/.test(name);
  return plain ? name : undefined;
}

function only(text: string, found: readonly { node: Node; local: string | undefined }[]): Shown {
  const [first, other] = found;
  if (!first) return {};
  const line = text.slice(0, first.node.start).split('\n').length;
  return other ? { line } : { local: first.local, line };
}
