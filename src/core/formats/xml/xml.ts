import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import { indentAt, lineStart } from '../../text/positions.ts';
import { cutWithLine } from '../../text/own-line.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from '../format.ts';
import { readXml, type XmlElement } from './document.ts';
import { isMavenProject, POM_ORDER } from './pom.ts';

export type XmlValue = string | { [child: string]: XmlValue | XmlValue[] };

/** One step from an element to a child: its name, and where several have it, texts of children that tell it apart. */
export type XmlStep = string | { name: string; where: Record<string, string> };

/** For each element's name, the names of its children in the order that its schema has. */
export type XmlOrder = Record<string, string[]>;

/**
 * Operations on XML. A path begins with the root; elements on it that are not there are made, in the `order` of the schema
 * (a Maven project's own where none is given).
 * - `text`: the element at `path` holds this text. Another one is a refusal, unless `any` says that being there is enough or
 *   `replace` names the one that may be replaced.
 * - `element`: the element at `path` has a child `name` with these contents, told apart by the children in `key`.
 * - `drop-element`: it has no such child; one with other contents is a refusal.
 */
export type XmlOperation =
  | {
      op: 'text';
      path: XmlStep[];
      value: string;
      any?: boolean | undefined;
      replace?: string | undefined;
      order?: XmlOrder | undefined;
    }
  | {
      op: 'element' | 'drop-element';
      path: XmlStep[];
      name: string;
      key: string[];
      content: Record<string, XmlValue | XmlValue[]>;
      any?: boolean | undefined;
      order?: XmlOrder | undefined;
    };

export const xml: Format<XmlOperation> = {
  edit(text, operation, around) {
    if (operation.op === 'drop-element') return takeOut(text, operation);
    const root = readXml(text);
    if ('reason' in root) return refused(text, root.at, root.reason, handwork(operation));
    const order = operation.order ?? (isMavenProject(root) ? POM_ORDER : undefined);
    return operation.op === 'text'
      ? setText(text, root, { ...operation, order }, around)
      : addElement(text, root, { ...operation, order }, around);
  },
  remove(text, operation, around) {
    return operation.op === 'drop-element'
      ? xml.edit(text, { ...operation, op: 'element' }, around)
      : takeOut(text, operation);
  },
};

function takeOut(text: string, operation: XmlOperation): Outcome {
  const by = `Take out by hand: ${handwork(operation)}`;
  const root = readXml(text);
  if ('reason' in root) return refused(text, root.at, root.reason, by);
  const found = descend(root, operation.path);
  if ('two' in found) return refused(text, found.two.start, `there is more than one <${found.two.name}>`, by);
  if (found.rest.length > 0) return { kind: 'already', at: found.element.start };
  const { element } = found;
  if (operation.op === 'text') {
    if (!operation.any && element.text.trim() !== operation.value)
      return refused(text, element.start, `<${element.name}> has been changed since`, by);
    return edited(text, [cut(text, found.trail, element)]);
  }
  const child = element.children.find((one) => isSame(one, operation));
  if (!child) return { kind: 'already', at: element.start };
  if (!operation.any && differs(child, operation.content))
    return refused(text, child.start, `<${child.name}> has been changed since`, by);
  return edited(text, [cut(text, [...found.trail, element], child)]);
}

type TextOperation = Extract<XmlOperation, { op: 'text' }>;
type ElementOperation = Exclude<XmlOperation, { op: 'text' }>;

function setText(text: string, root: XmlElement, operation: TextOperation, around: Surroundings): Outcome {
  const found = descend(root, operation.path);
  if ('two' in found)
    return refused(text, found.two.start, `there is more than one <${found.two.name}>`, handwork(operation));
  const { element, rest } = found;
  if (rest.length > 0) return make(text, element, rest, operation.value, operation, around);
  const present = element.text.trim();
  if (operation.any || (present === operation.value && element.children.length === 0))
    return { kind: 'already', at: element.start };
  if (operation.replace !== undefined && present === operation.replace && element.children.length === 0) {
    const removed = text.slice(element.open, element.close);
    return edited(text, [{ at: element.open, removed, inserted: escape(operation.value) }]);
  }
  return refused(text, element.start, `<${element.name}> is there already, as "${present}"`, handwork(operation));
}

function addElement(text: string, root: XmlElement, operation: ElementOperation, around: Surroundings): Outcome {
  const found = descend(root, operation.path);
  if ('two' in found)
    return refused(text, found.two.start, `there is more than one <${found.two.name}>`, handwork(operation));
  const { element, rest } = found;
  if (rest.length > 0) return make(text, element, [...rest, operation.name], operation.content, operation, around);
  const present = element.children.find((child) => isSame(child, operation));
  if (!present) return make(text, element, [operation.name], operation.content, operation, around);
  const other = operation.any ? undefined : differs(present, operation.content);
  if (other === undefined) return { kind: 'already', at: present.start };
  return refused(
    text,
    present.start,
    `<${operation.name}> is there already, with another <${other}>`,
    handwork(operation),
  );
}

/** Puts elements inside one another into an element, at the place that the schema has for the outermost. */
function make(
  text: string,
  parent: XmlElement,
  steps: readonly XmlStep[],
  value: XmlValue,
  { order }: XmlOperation,
  around: Surroundings,
): Outcome {
  const [first = '', ...inner] = steps.map((step) => nameOf(step));
  const held = inner.reduceRight<XmlValue>((content, name) => ({ [name]: content }), value);
  const unit = indentOf(text) ?? around.style.indent;
  const eol = lineBreakOf(text) ?? around.style.eol;
  const outer = indentAt(text, parent.start);
  const sibling = parent.children.find((child) => text.slice(lineStart(text, child.start), child.start).trim() === '');
  const indent = sibling ? indentAt(text, sibling.start) : outer + unit;
  const code = render(first, held, indent, unit, eol);
  if (parent.selfClosing) {
    const removed = /\s*\/>$/.exec(text.slice(parent.start, parent.end))?.[0] ?? '/>';
    const inserted = `>${eol}${indent}${code}${eol}${outer}</${parent.name}>`;
    return edited(text, [{ at: parent.end - removed.length, removed, inserted }]);
  }
  const previous = parent.children[placeOf(parent, first, order?.[parent.name]) - 1];
  if (previous) return edited(text, [{ at: behind(text, previous.end), removed: '', inserted: eol + indent + code }]);
  const [next] = parent.children;
  const content = text.slice(parent.open, next ? next.start : parent.close);
  if (!next && content.trim() === '')
    return edited(text, [{ at: parent.open, removed: content, inserted: eol + indent + code + eol + outer }]);
  return edited(text, [{ at: parent.open, removed: '', inserted: eol + indent + code }]);
}

/** Behind an element and a comment on its line. */
function behind(text: string, end: number): number {
  const match = /^[ \t]*<!--(?:(?!-->)[^\n])*-->(?=[ \t]*\r?\n)/.exec(text.slice(end, end + 1000));
  return end + (match?.[0].length ?? 0);
}

function placeOf(parent: XmlElement, name: string, order: readonly string[] | undefined): number {
  const rank = order?.indexOf(name) ?? -1;
  if (!order || rank === -1) return parent.children.length;
  const last = parent.children.findLastIndex((child) => {
    const own = order.indexOf(child.name);
    return own !== -1 && own <= rank;
  });
  return last + 1;
}

function render(name: string, value: XmlValue | XmlValue[], indent: string, unit: string, eol: string): string {
  if (Array.isArray(value)) return value.map((item) => render(name, item, indent, unit, eol)).join(eol + indent);
  if (typeof value === 'string') return value === '' ? `<${name}/>` : `<${name}>${escape(value)}</${name}>`;
  const inner = indent + unit;
  const lines = Object.entries(value).map(([child, held]) => inner + render(child, held, inner, unit, eol));
  return [`<${name}>`, ...lines, `${indent}</${name}>`].join(eol);
}

interface Descent {
  element: XmlElement;
  rest: XmlStep[];
  /** The elements above it. */
  trail: XmlElement[];
}

function descend(root: XmlElement, path: readonly XmlStep[]): Descent | { two: XmlElement } {
  let element = root;
  const trail: XmlElement[] = [];
  const [, ...steps] = path;
  for (const [index, step] of steps.entries()) {
    const [next, second] = element.children.filter((child) => child.name === nameOf(step) && fits(child, step));
    if (second) return { two: second };
    if (!next) return { element, rest: steps.slice(index), trail };
    trail.push(element);
    element = next;
  }
  return { element, rest: [], trail };
}

function nameOf(step: XmlStep): string {
  return typeof step === 'string' ? step : step.name;
}

function fits(element: XmlElement, step: XmlStep): boolean {
  if (typeof step === 'string') return true;
  return Object.entries(step.where).every(([name, value]) => textOf(element, name) === value);
}

function textOf(element: XmlElement, name: string): string | undefined {
  return element.children.find((child) => child.name === name)?.text.trim();
}

function isSame(element: XmlElement, { name, key, content }: ElementOperation): boolean {
  return element.name === name && key.every((one) => textOf(element, one) === content[one]);
}

/** The name of the first child that is not as it should be; those that are not spoken of do not matter. */
function differs(element: XmlElement, content: Record<string, XmlValue | XmlValue[]>): string | undefined {
  return Object.entries(content).find(([name, value]) => {
    const children = element.children.filter((child) => child.name === name);
    if (Array.isArray(value)) return !value.every((one) => children.some((child) => !valueDiffers(child, one)));
    const [only] = children;
    return !only || valueDiffers(only, value);
  })?.[0];
}

function valueDiffers(element: XmlElement, value: XmlValue): boolean {
  return typeof value === 'string' ? element.text.trim() !== value : differs(element, value) !== undefined;
}

/** Cuts an element with its line; one around it that held nothing else goes too, but for the root. */
function cut(text: string, trail: readonly XmlElement[], element: XmlElement): Splice {
  const parent = trail.at(-1);
  const alone = parent && trail.length > 1 && parent.children.length === 1;
  if (
    alone &&
    text.slice(parent.open, element.start).trim() === '' &&
    text.slice(element.end, parent.close).trim() === ''
  )
    return cut(text, trail.slice(0, -1), parent);
  return cutWithLine(text, element.start, element.end);
}

function escape(value: string): string {
  return value.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}

function handwork(operation: XmlOperation): string {
  const where = operation.path.map(nameOf).join(' / ');
  if (operation.op === 'text') return `Put ${operation.value} into ${where}.`;
  if (operation.op === 'drop-element')
    return `Take this out of ${where}:\n  ${render(operation.name, operation.content, '  ', '  ', '\n')}`;
  return `Put this into ${where}:\n  ${render(operation.name, operation.content, '  ', '  ', '\n')}`;
}
