import { parse, type DefaultTreeAdapterMap } from 'parse5';
import { lineBreakOf } from '../text/code-style.ts';
import { indentAt, lineStart } from '../text/positions.ts';
import { edited, refused, type Format } from './format.ts';

type Element = DefaultTreeAdapterMap['element'];
type Node = DefaultTreeAdapterMap['node'];

/** `link`: the page's head has a `<link>` with this `rel` and `href` (HTML Living Standard, section 4.2.4). */
export interface MarkupOperation {
  op: 'link';
  rel: string;
  href: string;
}

export const markup: Format<MarkupOperation> = {
  edit(text, operation, around) {
    const tag = `<link rel="${escapeAttribute(operation.rel)}" href="${escapeAttribute(operation.href)}">`;
    const page = parsePage(text);
    const present = linksOf(page).find((link) => matches(link, operation));
    if (present) return { kind: 'already', at: present.sourceCodeLocation?.startOffset ?? 0 };
    const head = find(page, 'head');
    const close = head?.sourceCodeLocation?.endTag?.startOffset;
    if (!head || close === undefined) {
      return refused(text, undefined, 'the page has no <head> that is closed', `Put ${tag} into the head of the page.`);
    }
    const eol = lineBreakOf(text) ?? around.style.eol;
    const last = head.childNodes.findLast((node): node is Element => 'tagName' in node);
    const ownLine = text.slice(lineStart(text, close), close).trim() === '';
    if (!ownLine) return edited(text, [{ at: close, removed: '', inserted: tag }]);
    const start = last?.sourceCodeLocation?.startOffset;
    const indent = start === undefined ? indentAt(text, close) + around.style.indent : indentAt(text, start);
    return edited(text, [{ at: lineStart(text, close), removed: '', inserted: indent + tag + eol }]);
  },
  remove(text, operation) {
    const location = linksOf(parsePage(text)).find((link) => matches(link, operation))?.sourceCodeLocation;
    if (!location) return { kind: 'already', at: 0 };
    const start = lineStart(text, location.startOffset);
    const lineBreak = /^[ \t]*\r?\n/.exec(text.slice(location.endOffset));
    const alone = text.slice(start, location.startOffset).trim() === '' && lineBreak !== null;
    const from = alone ? start : location.startOffset;
    const to = alone ? location.endOffset + lineBreak[0].length : location.endOffset;
    return edited(text, [{ at: from, removed: text.slice(from, to), inserted: '' }]);
  },
};

function parsePage(text: string): Node {
  return parse(text, { sourceCodeLocationInfo: true });
}

function linksOf(page: Node): Element[] {
  const links: Element[] = [];
  visit(page, (element) => {
    if (element.tagName === 'link') links.push(element);
  });
  return links;
}

function find(page: Node, tagName: string): Element | undefined {
  let found: Element | undefined;
  visit(page, (element) => {
    if (!found && element.tagName === tagName) found = element;
  });
  return found;
}

function visit(node: Node, see: (element: Element) => void): void {
  const open: Node[] = [node];
  for (let next = open.pop(); next; next = open.pop()) {
    if ('tagName' in next) see(next);
    if ('childNodes' in next) open.push(...next.childNodes.toReversed());
  }
}

function attribute(element: Element, name: string): string | undefined {
  return element.attrs.find((one) => one.name === name)?.value;
}

function matches(link: Element, { rel, href }: MarkupOperation): boolean {
  return attribute(link, 'rel') === rel && attribute(link, 'href') === href;
}

function escapeAttribute(value: string): string {
  return value.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');
}
