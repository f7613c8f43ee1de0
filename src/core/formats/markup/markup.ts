import { parse, type DefaultTreeAdapterMap } from 'parse5';
import { lineBreakOf } from '../../text/code-style.ts';
import { escapeAttribute } from '../../text/escape-attribute.ts';
import { literally } from '../../text/literally.ts';
import { indentAt, lineStart } from '../../text/positions.ts';
import { cutWithLine } from '../../text/own-line.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from '../format.ts';

type Element = DefaultTreeAdapterMap['element'];
type Node = DefaultTreeAdapterMap['node'];

/** The page's head has a `<link>` with this `rel` and `href` (HTML Living Standard, section 4.2.4). */
export interface LinkOperation {
  op: 'link';
  rel: string;
  href: string;
}

/**
 * The head (or with `in` the body) has an element with these attributes, once only: one of the same tag with the same values of
 * the attributes named in `identity` counts; if it has other values for the rest, that is a refusal. `text` is its content.
 */
export interface HeadOperation {
  op: 'element';
  tag: 'meta' | 'link' | 'script' | 'style' | 'base' | 'noscript';
  attributes: Record<string, string>;
  identity: string[];
  text?: string | undefined;
  in?: 'head' | 'body' | undefined;
}

/** An element, found by tag or id, has an attribute; with `token`, the value is one of the words in it (as of `class`). */
export interface AttributeOperation {
  op: 'attribute';
  of: { tag: string } | { id: string };
  name: string;
  value: string;
  token?: boolean | undefined;
}

/** Operations on HTML pages. */
export type MarkupOperation = LinkOperation | HeadOperation | AttributeOperation;

export const markup: Format<MarkupOperation> = {
  edit(text, operation, around) {
    const page = parsePage(text);
    return operation.op === 'attribute'
      ? setAttribute(text, page, operation)
      : addElement(text, page, asElement(operation), around);
  },
  remove(text, operation) {
    const page = parsePage(text);
    if (operation.op === 'attribute') return dropAttribute(text, page, operation);
    const location = allOf(page).find((element) => hasIdentity(element, asElement(operation)))?.sourceCodeLocation;
    if (!location) return { kind: 'already', at: 0 };
    return edited(text, [cutWithLine(text, location.startOffset, location.endOffset)]);
  },
};

function asElement(operation: LinkOperation | HeadOperation): HeadOperation {
  if (operation.op === 'element') return operation;
  const { rel, href } = operation;
  return { op: 'element', tag: 'link', attributes: { rel, href }, identity: ['rel', 'href'] };
}

function addElement(text: string, page: Node, operation: HeadOperation, around: Surroundings): Outcome {
  const tag = elementText(operation, text);
  const present = allOf(page).find((element) => hasIdentity(element, operation));
  if (present) {
    const at = present.sourceCodeLocation?.startOffset ?? 0;
    const other = Object.entries(operation.attributes).find(([name, value]) => attribute(present, name) !== value);
    if (!other) return { kind: 'already', at };
    return refused(text, at, `the page has it with another "${other[0]}"`, `Make it ${tag}.`);
  }
  const where = operation.in ?? 'head';
  const holder = allOf(page).find(({ tagName }) => tagName === where);
  const close = holder?.sourceCodeLocation?.endTag?.startOffset;
  if (!holder || close === undefined)
    return refused(
      text,
      undefined,
      `the page has no <${where}> that is closed`,
      `Put ${tag} into the ${where} of the page.`,
    );
  const eol = lineBreakOf(text) ?? around.style.eol;
  const last = holder.childNodes.findLast((node): node is Element => 'tagName' in node);
  if (text.slice(lineStart(text, close), close).trim() !== '')
    return edited(text, [{ at: close, removed: '', inserted: tag }]);
  const start = last?.sourceCodeLocation?.startOffset;
  const indent = start === undefined ? indentAt(text, close) + around.style.indent : indentAt(text, start);
  return edited(text, [{ at: lineStart(text, close), removed: '', inserted: indent + tag + eol }]);
}

/** An element as text; one that has no content is closed as others in the page are. */
function elementText({ tag, attributes, text }: HeadOperation, page = ''): string {
  const list = Object.entries(attributes).map(([name, value]) =>
    value === '' ? ` ${name}` : ` ${name}="${escapeAttribute(value)}"`,
  );
  const open = `<${tag}${list.join('')}>`;
  if (tag === 'script' || tag === 'style' || tag === 'noscript') return `${open}${text ?? ''}</${tag}>`;
  const [like = ''] = /<(?:meta|link|base)\b[^<>]{0,1000}>/.exec(page) ?? [];
  const [closing] = /\s?\/>$/.exec(like) ?? [];
  return closing === undefined ? open : open.slice(0, -1) + closing;
}

function setAttribute(text: string, page: Node, { of, name, value, token }: AttributeOperation): Outcome {
  const found = allOf(page).filter((element) =>
    'id' in of ? attribute(element, 'id') === of.id : element.tagName === of.tag,
  );
  const [element, ...more] = found.filter(
    ({ sourceCodeLocation }) => sourceCodeLocation?.startTag ?? sourceCodeLocation,
  );
  const what = 'id' in of ? `element with the id "${of.id}"` : `<${of.tag}>`;
  const handwork = `Give the ${what} ${name}="${escapeAttribute(value)}".`;
  if (!element) return refused(text, undefined, `the page has no ${what} that is written out`, handwork);
  if (more.length > 0)
    return refused(text, more[0]?.sourceCodeLocation?.startOffset, `the page has more than one ${what}`, handwork);
  const present = attribute(element, name);
  const location = element.sourceCodeLocation;
  if (present === undefined) {
    const from = location?.startOffset ?? 0;
    const at = from + 1 + element.tagName.length;
    return edited(text, [{ at, removed: '', inserted: ` ${name}="${escapeAttribute(value)}"` }]);
  }
  const place = location?.attrs?.[name.toLowerCase()];
  if (present === value || (token && present.split(/\s+/).includes(value)))
    return { kind: 'already', at: place?.startOffset ?? 0 };
  if (!token || !place) return refused(text, place?.startOffset, `${name} is there already, as "${present}"`, handwork);
  const splice = addToken(text, place.startOffset, place.endOffset, value);
  return splice
    ? edited(text, [splice])
    : refused(text, place.startOffset, `${name} is written without quotes`, handwork);
}

function addToken(text: string, start: number, end: number, value: string): Splice | undefined {
  const quote = text[end - 1];
  if (quote !== '"' && quote !== "'") return undefined;
  const empty = text.slice(start, end - 1).endsWith(quote) || text[end - 2] === ' ';
  return { at: end - 1, removed: '', inserted: (empty ? '' : ' ') + escapeAttribute(value) };
}

function dropAttribute(text: string, page: Node, { of, name, value, token }: AttributeOperation): Outcome {
  const element = allOf(page).find((one) => ('id' in of ? attribute(one, 'id') === of.id : one.tagName === of.tag));
  const place = element?.sourceCodeLocation?.attrs?.[name.toLowerCase()];
  const present = element && attribute(element, name);
  if (!place || present === undefined) return { kind: 'already', at: 0 };
  const start = text.slice(0, place.startOffset).trimEnd().length;
  if (present === value)
    return edited(text, [{ at: start, removed: text.slice(start, place.endOffset), inserted: '' }]);
  if (!token || !present.split(/\s+/).includes(value)) return { kind: 'already', at: place.startOffset };
  const written = text.slice(place.startOffset, place.endOffset);
  const without = written
    .replace(new RegExp(`(["'\\s])${literally(escapeAttribute(value))}(?:\\s+|(?=["']))`), '$1')
    .replace(/\s+(["'])$/, '$1');
  return edited(text, [{ at: place.startOffset, removed: written, inserted: without }]);
}

function parsePage(text: string): Node {
  return parse(text, { sourceCodeLocationInfo: true });
}

function allOf(page: Node): Element[] {
  const elements: Element[] = [];
  const open: Node[] = [page];
  for (let next = open.pop(); next; next = open.pop()) {
    if ('tagName' in next) elements.push(next);
    if ('childNodes' in next) open.push(...next.childNodes.toReversed());
  }
  return elements;
}

function attribute(element: Element, name: string): string | undefined {
  return element.attrs.find((one) => one.name === name.toLowerCase())?.value;
}

function hasIdentity(element: Element, { tag, attributes, identity, text }: HeadOperation): boolean {
  if (element.tagName !== tag || !element.sourceCodeLocation) return false;
  if (identity.length > 0) return identity.every((name) => attribute(element, name) === attributes[name]);
  const [inner] = element.childNodes;
  return inner !== undefined && 'value' in inner && inner.value.trim() === (text ?? '').trim();
}
