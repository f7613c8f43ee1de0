import type { CodeStyle } from '../../text/code-style.ts';
import { indentAt, lineStart } from '../../text/positions.ts';
import { cutWithLine } from '../../text/own-line.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused } from '../format.ts';
import { namesIn } from './bindings.ts';
import { isBlocked } from './blocked.ts';
import { findElement, isElement, tagName, type Element } from './element-address.ts';
import { fitExpression } from './fragment.ts';
import { planImports } from './imports.ts';
import { indentLines } from './layout.ts';
import type { ElementAddress, ElementOperation, ScriptEditor } from './operations.ts';
import { isCode, parseExpression, sameCode } from './same-code.ts';
import { ancestorsOf } from './scope.ts';
import { walk, type Node, type Script } from './syntax.ts';
import { cutWithImports } from './uses.ts';

type Wrap = Extract<ElementOperation, { op: 'wrap-element' }>;
type Child = Extract<ElementOperation, { op: 'child-element' }>;

/** Edits of JSX elements; line breaks between elements say nothing, so what is put in may stand on lines of its own. */
export const elements: ScriptEditor<ElementOperation> = {
  edit(script, operation, style, around) {
    const { text } = script;
    const handwork = (): string => elements.handwork(script, operation, style);
    const plan = planImports(script, operation.imports ?? [], namesIn(script), style);
    const fitted = fit(operation, plan.locals, style);
    const present = findPresent(script, fitted, around.file);
    if (present) return { kind: 'already', at: present.start };
    const found = findElement(script, operation.element);
    if (isBlocked(found)) return refused(text, found.at, found.blocked, handwork());
    if (fitted.op === 'replace-element') {
      if (!isCode(found, fitted.was, around.file))
        return refused(text, found.start, 'the element is not written as it was expected', handwork());
      const inserted = indentLines(fitted.code, indentAt(text, found.start));
      return edited(text, [
        ...plan.splices,
        { at: found.start, removed: text.slice(found.start, found.end), inserted },
      ]);
    }
    const splices =
      fitted.op === 'wrap-element' ? wrap(text, found, fitted, style) : addChild(text, found, fitted, style);
    if (!splices) return refused(text, found.start, 'the element has no children', handwork());
    return edited(text, [...plan.splices, ...splices]);
  },
  remove(script, operation, around) {
    const { text } = script;
    const imports = operation.imports ?? [];
    const { locals } = planImports(script, imports, namesIn(script), around.style);
    const fitted = fit(operation, locals, around.style);
    const present = findPresent(script, fitted, around.file);
    if (!present) return cutWithImports(script, [], imports, around);
    if (fitted.op === 'wrap-element')
      return cutWithImports(script, unwrap(text, present, around.style), imports, around);
    const removed = text.slice(present.start, present.end);
    if (fitted.op === 'replace-element')
      return cutWithImports(script, [{ at: present.start, removed, inserted: fitted.was }], imports, around);
    return cutWithImports(script, [cutWithLine(text, present.start, present.end)], imports, around);
  },
  handwork(_, operation, style) {
    const where = describe(operation.element);
    const fitted = fit(operation, new Map(), style);
    if (fitted.op === 'wrap-element')
      return `put this around ${fitted.inside ? 'the children of ' : ''}${where}:\n  ${fitted.open}…${fitted.close}`;
    if (fitted.op === 'child-element')
      return `put this into ${where}, as its ${fitted.place ?? 'last'} child:\n  ${fitted.code}`;
    return `replace ${where} by this:\n  ${fitted.code}`;
  },
};

/** The operation with the names that its imports have here. */
function fit(operation: ElementOperation, locals: ReadonlyMap<string, string>, style: CodeStyle): ElementOperation {
  if (operation.op !== 'wrap-element') return { ...operation, code: fitExpression(operation.code, locals, style) };
  const marked = fitExpression(`${operation.open}\u2026${operation.close}`, locals, style);
  const [open = operation.open, close = operation.close] = marked.split('\u2026');
  return { ...operation, open, close };
}

/** The element that an operation has put in, if it is there. */
function findPresent(script: Script, operation: ElementOperation, file: string): Node | undefined {
  const code = operation.op === 'wrap-element' ? operation.open + operation.close : operation.code;
  const wanted = parseExpression(code, file);
  if (!wanted) return undefined;
  const found: Element[] = [];
  walk(script.program, (node) => {
    if (!isElement(node)) return;
    const isIt =
      operation.op === 'wrap-element' ? isElement(wanted) && tagName(node) === tagName(wanted) : sameCode(node, wanted);
    if (isIt) found.push(node);
  });
  if (operation.op !== 'child-element') return found[0];
  return found.find((node) => {
    const parent = ancestorsOf(script, node).at(-2);
    return parent?.type === 'JSXElement' || parent?.type === 'JSXFragment';
  });
}

function wrap(text: string, element: Element, { open, close, inside }: Wrap, style: CodeStyle): Splice[] | undefined {
  const [start, end] = inside ? childrenSpan(text, element) : [element.start, element.end];
  if (start === undefined) return undefined;
  const ownLines =
    text.slice(lineStart(text, start), start).trim() === '' &&
    /^[ \t]*[,;)]*[ \t]*(\r?\n|$)/.test(text.slice(end, end + 500));
  if (!ownLines) return wrapInLine(text, [start, end], [open, close], style);
  const indent = indentAt(text, start);
  const inner = lineStarts(text, start, end).map((at) => ({ at, removed: '', inserted: style.indent }));
  return [
    { at: start, removed: '', inserted: open + style.eol + indent + style.indent },
    ...inner,
    { at: end, removed: '', inserted: style.eol + indent + close },
  ];
}

// What formatters take for too long by default.
const LONGEST_LINE = 80;

/** What stands on a line with other code stays on it; alone behind `return` it gets lines of its own, in parentheses. */
function wrapInLine(
  text: string,
  [start, end]: [number, number],
  [open, close]: [string, string],
  style: CodeStyle,
): Splice[] {
  const isReturned =
    /^[ \t]*return[ \t]+$/.test(text.slice(lineStart(text, start), start)) &&
    /^;?[ \t]*(\r?\n|$)/.test(text.slice(end, end + 100)) &&
    !text.slice(start, end).includes('\n');
  const indent = style.eol + indentAt(text, start);
  const [before, behind] = isReturned
    ? [
        `(${indent}${style.indent}${open}${indent}${style.indent.repeat(2)}`,
        `${indent}${style.indent}${close}${indent})`,
      ]
    : [open, close];
  return [
    { at: start, removed: '', inserted: before },
    { at: end, removed: '', inserted: behind },
  ];
}

/** From the first child to the last that is more than white space. */
function childrenSpan(text: string, element: Element): [number, number] | [undefined, undefined] {
  if (!element.closingElement) return [undefined, undefined];
  const from = element.openingElement.end;
  const to = element.closingElement.start;
  const inner = text.slice(from, to);
  if (inner.trim() === '') return [undefined, undefined];
  return [from + inner.length - inner.trimStart().length, from + inner.trimEnd().length];
}

/** The starts of the further lines of an element, but for those inside a text that spans lines, which would change it. */
function lineStarts(text: string, start: number, end: number): number[] {
  const part = text.slice(start, end);
  if (part.includes('`') || /(["'])[^"'\n]*\n[^"']*\1/.test(part)) return [];
  return [...part.matchAll(/\n(?=[ \t]*[^\s])/g)].map((match) => start + match.index + 1);
}

function unwrap(text: string, element: Node, style: CodeStyle): Splice[] {
  if (!isElement(element) || !element.closingElement) return [];
  const [start, end] = childrenSpan(text, element);
  if (start === undefined) return [];
  const returned = returnedAlone(text, element, [start, end]);
  if (returned) return returned;
  const indent = indentAt(text, element.start);
  const deeper = indentAt(text, start);
  const step = deeper.startsWith(indent + style.indent) ? style.indent : '';
  const inner = step === '' ? [] : lineStarts(text, start, end).filter((at) => text.startsWith(indent + step, at));
  return [
    { at: element.start, removed: text.slice(element.start, start), inserted: '' },
    ...inner.map((at) => ({ at: at + indent.length, removed: step, inserted: '' })),
    { at: end, removed: text.slice(end, element.end), inserted: '' },
  ];
}

/** What is left of a line that is returned goes back on it, without the parentheses, where it is short enough. */
function returnedAlone(text: string, element: Node, [start, end]: [number, number]): Splice[] | undefined {
  const lead = /^([ \t]*return[ \t]+)\(\s*$/.exec(
    text.slice(lineStart(text, text.lastIndexOf('(', element.start)), element.start),
  );
  const [tail] = /^\s*\)/.exec(text.slice(element.end, element.end + 200)) ?? [];
  const inner = text.slice(start, end);
  const line = `${lead?.[1] ?? ''}${inner}`;
  if (!lead || tail === undefined || inner.includes('\n') || line.length > LONGEST_LINE) return undefined;
  const from = text.lastIndexOf('(', element.start);
  return [
    { at: from, removed: text.slice(from, start), inserted: '' },
    { at: end, removed: text.slice(end, element.end + tail.length), inserted: '' },
  ];
}

function addChild(text: string, element: Element, { code, place }: Child, style: CodeStyle): Splice[] | undefined {
  const { openingElement: opening, closingElement: closing } = element;
  if (!closing) {
    const removed = /\s*\/>$/.exec(text.slice(opening.start, opening.end))?.[0];
    if (removed === undefined) return undefined;
    const inserted = `>${code}</${text.slice(opening.name.start, opening.name.end)}>`;
    return [{ at: opening.end - removed.length, removed, inserted }];
  }
  const [start, end] = childrenSpan(text, element);
  const closeOwnLine = text.slice(lineStart(text, closing.start), closing.start).trim() === '';
  if (!closeOwnLine || start === undefined)
    return [{ at: place === 'first' ? opening.end : closing.start, removed: '', inserted: code }];
  const outer = indentAt(text, closing.start);
  const startsLine = text.slice(lineStart(text, start), start).trim() === '';
  const indent = startsLine ? indentAt(text, start) : outer + style.indent;
  const lines = style.eol + indent + indentLines(code, indent);
  return [{ at: place === 'first' ? opening.end : end, removed: '', inserted: lines }];
}

function describe(address: ElementAddress): string {
  if ('argument' in address) return `the element that ${address.argument}(…) is given`;
  if ('name' in address) return `<${address.name}>`;
  return address.returned === 'default'
    ? 'the element that the component returns'
    : `the element that ${address.returned.function} returns`;
}
