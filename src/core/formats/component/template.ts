import { NodeTypes, parse, type ElementNode, type RootNode, type TemplateChildNode } from '@vue/compiler-dom';
import { lineBreakOf } from '../../text/code-style.ts';
import { indentAt, lineStart } from '../../text/positions.ts';
import { cutWithLine, hasOwnLine } from '../../text/own-line.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Outcome, type Surroundings } from '../format.ts';
import { blockAttribute, blocks, contentOf } from './blocks.ts';

/** The template's one element of a name gets a child, or another element around it. */
export type TemplateOperation =
  | { op: 'template-child'; element: string; code: string; place?: 'first' | 'last' | undefined }
  | { op: 'template-wrap'; element: string; open: string; close: string };

interface TemplateElement {
  tag: string;
  start: number;
  end: number;
  /** The text between its tags; undefined where it closes itself. */
  inner: { start: number; end: number } | undefined;
  firstChild: number | undefined;
}

export function editTemplate(
  text: string,
  root: RootNode,
  operation: TemplateOperation,
  around: Surroundings,
): Outcome {
  const all = templateElements(text, root);
  const refuse = (at: number | undefined, reason: string): Outcome =>
    refused(text, at, reason, templateHandwork(operation));
  if (!all) return refuse(undefined, 'the component has no template in HTML');
  const present = presentIn(text, all, operation);
  if (present) return { kind: 'already', at: present.start };
  const [element, second] = all.filter(({ tag }) => tag === operation.element);
  if (!element) return refuse(undefined, `there is no <${operation.element}> in the template`);
  if (second) return refuse(second.start, `<${operation.element}> stands in the template more than once`);
  const style = { indent: around.style.indent, eol: lineBreakOf(text) ?? around.style.eol };
  return edited(
    text,
    operation.op === 'template-wrap'
      ? wrap(text, element, operation, style)
      : addChild(text, element, operation, style),
  );
}

export function removeFromTemplate(text: string, root: RootNode, operation: TemplateOperation): Outcome {
  const present = presentIn(text, templateElements(text, root) ?? [], operation);
  if (!present) return { kind: 'already', at: 0 };
  const { start, end, inner } = present;
  if (operation.op === 'template-wrap') return inner ? unwrap(text, present, inner) : { kind: 'already', at: start };
  return edited(text, [cutWithLine(text, start, end)]);
}

export function templateHandwork(operation: TemplateOperation): string {
  if (operation.op === 'template-child')
    return `Put this into <${operation.element}> in the template:\n  ${operation.code}`;
  return `Put this around <${operation.element}> in the template:\n  ${operation.open}…${operation.close}`;
}

function templateElements(text: string, root: RootNode): TemplateElement[] | undefined {
  const template = blocks(root, 'template').find(
    (block) => !blockAttribute(block, 'lang') && !blockAttribute(block, 'src'),
  );
  const span = template && contentOf(text, template);
  if (!span) return undefined;
  const content = text.slice(span.start, span.end);
  const all: TemplateElement[] = [];
  const open: (RootNode | TemplateChildNode)[] = [parse(content, { parseMode: 'html', onError: () => undefined })];
  for (let next = open.pop(); next; next = open.pop()) {
    if (next.type === NodeTypes.ELEMENT) all.push(elementOf(next, content, span.start));
    if (next.type === NodeTypes.ELEMENT || next.type === NodeTypes.ROOT) open.push(...next.children.toReversed());
  }
  return all;
}

function elementOf(node: ElementNode, content: string, shift: number): TemplateElement {
  const start = node.loc.start.offset;
  const end = node.loc.end.offset;
  const close = content.lastIndexOf('</', end - 1);
  const [first] = node.children;
  const isOpen = !node.isSelfClosing && close > start && content[end - 1] === '>';
  const opened = first ? first.loc.start.offset : close;
  const child = node.children.find(({ type }) => type === NodeTypes.ELEMENT);
  // White space before the first child is no node of its own: it still belongs inside.
  const lead = isOpen ? content.slice(start, opened).length - content.slice(start, opened).trimEnd().length : 0;
  return {
    tag: node.tag,
    start: start + shift,
    end: end + shift,
    inner: isOpen ? { start: opened - lead + shift, end: close + shift } : undefined,
    firstChild: child && child.loc.start.offset + shift,
  };
}

function wrap(
  text: string,
  { start, end }: TemplateElement,
  { open, close }: Extract<TemplateOperation, { op: 'template-wrap' }>,
  { indent: unit, eol }: { indent: string; eol: string },
): Splice[] {
  const written = text.slice(start, end);
  const ownLine = hasOwnLine(text, start, end);
  const lead = ownLine ? eol + indentAt(text, start) : '';
  // In these, white space is content.
  const lines = ownLine && !/<(pre|textarea)\b/i.test(written) ? [...written.matchAll(/\n(?=[ \t]*\S)/g)] : [];
  return [
    { at: start, removed: '', inserted: open + lead + (ownLine ? unit : '') },
    ...lines.map(({ index }) => ({ at: start + index + 1, removed: '', inserted: unit })),
    { at: end, removed: '', inserted: lead + close },
  ];
}

function unwrap(text: string, { start, end }: TemplateElement, inner: { start: number; end: number }): Outcome {
  const content = text.slice(inner.start, inner.end);
  const lead = content.length - content.trimStart().length;
  const indent = content.slice(0, lead).split('\n').at(-1) ?? '';
  const kept = lead === 0 ? content : content.trim().replaceAll(`\n${indent}`, `\n${indentAt(text, start)}`);
  return edited(text, [{ at: start, removed: text.slice(start, end), inserted: kept }]);
}

function addChild(
  text: string,
  { tag, end, inner, firstChild }: TemplateElement,
  { code, place }: Extract<TemplateOperation, { op: 'template-child' }>,
  { indent: unit, eol }: { indent: string; eol: string },
): Splice[] {
  if (!inner) {
    const close = /\s*\/>$/.exec(text.slice(Math.max(0, end - 200), end))?.[0] ?? '';
    return [{ at: end - close.length, removed: close, inserted: `>${code}</${tag}>` }];
  }
  const onLines = text.slice(lineStart(text, inner.end), inner.end).trim() === '';
  if (!onLines) return [{ at: place === 'first' ? inner.start : inner.end, removed: '', inserted: code }];
  const indent = firstChild === undefined ? indentAt(text, inner.end) + unit : indentAt(text, firstChild);
  if (place === 'first') return [{ at: inner.start, removed: '', inserted: eol + indent + code }];
  const behind = inner.start + text.slice(inner.start, inner.end).trimEnd().length;
  return [{ at: behind, removed: '', inserted: eol + indent + code }];
}

function presentIn(
  text: string,
  all: readonly TemplateElement[],
  operation: TemplateOperation,
): TemplateElement | undefined {
  const code = operation.op === 'template-child' ? operation.code : operation.open;
  const wanted = code.replaceAll(/\s+/g, '');
  const name = /^<([\w.-]+)/.exec(code)?.[1];
  return all.find(({ tag, start, end }) => {
    if (tag !== name) return false;
    const written = text.slice(start, end).replaceAll(/\s+/g, '');
    return operation.op === 'template-wrap' ? written.startsWith(wanted) : written === wanted;
  });
}
