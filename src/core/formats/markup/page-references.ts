export interface PageReference {
  kind: 'sheet' | 'module';
  /** As written in the page. */
  target: string;
  offset: number;
}

// What is inside these is text up to their end tag (HTML Living Standard, section 13.1.2).
const RAW_TEXT = new Set(['script', 'style', 'textarea', 'title', 'noscript', 'template']);

/**
 * The style sheets and module scripts that a page loads, in document order. It looks at start tags only, since a survey must
 * start fast and a whole parser takes long to load; whatever is edited in a page is found by that parser.
 */
export function pageReferences(text: string): PageReference[] {
  const references: PageReference[] = [];
  for (let at = text.indexOf('<'); at !== -1; at = text.indexOf('<', at)) {
    if (text.startsWith('<!--', at)) {
      at = after(text, '-->', at + 4);
      continue;
    }
    const name = /^<([a-z][a-z0-9-]*)/i.exec(text.slice(at, at + 40))?.[1]?.toLowerCase();
    if (name === undefined) {
      at += 1;
      continue;
    }
    const { attributes, end } = readAttributes(text, at + 1 + name.length);
    const reference = referenceOf(name, attributes);
    if (reference) references.push({ ...reference, offset: at });
    at = RAW_TEXT.has(name) ? endTag(text, name, end) : end;
  }
  return references;
}

function referenceOf(name: string, attributes: ReadonlyMap<string, string>): Omit<PageReference, 'offset'> | undefined {
  const href = attributes.get('href');
  const src = attributes.get('src');
  const rel = (attributes.get('rel') ?? '').toLowerCase().split(/\s+/);
  if (name === 'link' && rel.includes('stylesheet') && href) return { kind: 'sheet', target: href };
  return name === 'script' && attributes.get('type')?.toLowerCase() === 'module' && src
    ? { kind: 'module', target: src }
    : undefined;
}

function readAttributes(text: string, from: number): { attributes: Map<string, string>; end: number } {
  const attributes = new Map<string, string>();
  const attribute = /[\s/]*(?:(>)|([^\s=>/"']+)(?:\s*=\s*(?:"([^"]*)"|'([^']*)'|([^\s"'=<>`]+)))?|["'=])/y;
  attribute.lastIndex = from;
  for (let match = attribute.exec(text); match; match = attribute.exec(text)) {
    const [, close, name, double, single, bare] = match;
    if (close !== undefined) return { attributes, end: attribute.lastIndex };
    const key = name?.toLowerCase();
    if (key !== undefined && !attributes.has(key))
      attributes.set(key, (double ?? single ?? bare ?? '').replaceAll('&amp;', '&'));
  }
  return { attributes, end: text.length };
}

function endTag(text: string, name: string, from: number): number {
  const match = new RegExp(`</${name}[\\s/>]`, 'gi');
  match.lastIndex = from;
  const found = match.exec(text);
  return found ? found.index : text.length;
}

function after(text: string, needle: string, from: number): number {
  const at = text.indexOf(needle, from);
  return at === -1 ? text.length : at + needle.length;
}
