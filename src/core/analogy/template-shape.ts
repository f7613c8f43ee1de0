import { markupShape } from './markup-shape.ts';
import { isElement, shapesIn, tagOf, type Shape } from './shape.ts';

/** A tag of a template language as it stands in a text: `{% block body %}`, `@section('body')`. */
interface Tag {
  start: number;
  end: number;
  name: string;
  /** What stands behind its name. */
  given: string;
}

// What a tag is given is shorter: each look for its end is bounded.
const LONGEST = 5000;

// What begins so in sheets.
const AT_RULES = /^(media|import|keyframes|font|supports|layer|charset|container|property|tailwind|apply)$/;

// Words by which blocks are called whose text is each page's own.
const TITLES = /^\W*(\w*title|heading)\W*$/i;

/** The shape of a template of Twig: its tags are elements among those of its markup. Undefined where it cannot be read. */
export function twigShape(text: string): Shape | undefined {
  return templateShape(text, twigTags(text), (name) => /^end(\w+)$/.exec(name)?.[1]);
}

/** The same of a template of Blade. */
export function bladeShape(text: string): Shape | undefined {
  return templateShape(text, bladeTags(text), (name) =>
    name === 'endsection' || name === 'show' || name === 'stop' ? 'section' : /^end(\w+)$/.exec(name)?.[1],
  );
}

function twigTags(text: string): Tag[] {
  return [...text.matchAll(/\{%[-~]?\s*(\w+)((?:'[^']*'|"[^"]*"|[^%'"]|%(?!\})){0,500}?)[-~]?%\}/g)].map(
    ({ index, 0: whole, 1: name = '', 2: given = '' }) => ({ start: index, end: index + whole.length, name, given }),
  );
}

/** Directives begin with an at sign that no word is before; what they are given stands in brackets right behind. */
function bladeTags(text: string): Tag[] {
  const tags: Tag[] = [];
  for (const { index, 0: whole, 1: name = '' } of text.matchAll(/(?<![\w@.])@([a-z]\w*)/gi)) {
    // What stands in what another one is given is no tag of its own.
    if (AT_RULES.test(name) || index < (tags.at(-1)?.end ?? 0)) continue;
    let end = index + whole.length;
    if (text[end] === '(') end = closing(text, end);
    tags.push({ start: index, end, name, given: text.slice(index + whole.length, end) });
  }
  return tags;
}

/** Where the bracket ends that opens at an offset; strings in it may hold others. */
function closing(text: string, open: number): number {
  const inside = /'(?:\\.|[^'\\])*'|"(?:\\.|[^"\\])*"|[()]/g;
  inside.lastIndex = open;
  let depth = 0;
  for (let match = inside.exec(text); match && match.index < open + LONGEST; match = inside.exec(text)) {
    depth += match[0] === '(' ? 1 : match[0] === ')' ? -1 : 0;
    if (depth === 0) return match.index + 1;
  }
  return open;
}

/** What is read as markup once each tag outside of others is an element of the same length. */
function templateShape(
  text: string,
  tags: readonly Tag[],
  opens: (name: string) => string | undefined,
): Shape | undefined {
  const free = tags.filter(({ start }) => !isInTag(text, start));
  const paired = pairsOf(free, opens);
  let masked = '';
  let from = 0;
  for (const one of free) {
    const pair = paired.get(one);
    const length = one.end - one.start;
    // Shorter ones are no tags of either language.
    const [lead, tail] = pair === 'close' ? ['</t', '>'] : pair ? ['<t', '>'] : ['<t', '/>'];
    if (length < lead.length + tail.length) continue;
    masked += text.slice(from, one.start) + lead + ' '.repeat(length - lead.length - tail.length) + tail;
    from = one.end;
  }
  const shape = markupShape(masked + text.slice(from));
  if (!shape) return undefined;
  const byStart = new Map(free.map((one) => [one.start, one]));
  for (const one of shapesIn(shape)) {
    const tag = byStart.get(one.start);
    if (isElement(one) && tag) asTemplate(one, tag);
  }
  return shape;
}

/** Tags that open something and those that close it; the others stand alone. */
function pairsOf(tags: readonly Tag[], opens: (name: string) => string | undefined): Map<Tag, 'open' | 'close'> {
  const pairs = new Map<Tag, 'open' | 'close'>();
  const waiting: Tag[] = [];
  for (const one of tags) {
    const opened = opens(one.name);
    const at = opened === undefined ? -1 : waiting.findLastIndex(({ name }) => name === opened);
    const opener = waiting[at];
    if (opener) {
      pairs.set(opener, 'open');
      pairs.set(one, 'close');
      waiting.length = at;
    } else if (opened === undefined) waiting.push(one);
  }
  return pairs;
}

function isInTag(text: string, at: number): boolean {
  const open = text.lastIndexOf('<', at - 1);
  // Nobody writes longer tags, and each look back costs.
  if (at - open > LONGEST) return false;
  return open !== -1 && /[a-zA-Z/]/.test(text[open + 1] ?? '') && !closesBefore(text, open, at);
}

/** Whether a tag of markup that opens at an offset is closed before another; signs in quotes and in braces close nothing. */
function closesBefore(text: string, open: number, at: number): boolean {
  return text
    .slice(open, at)
    .replaceAll(/"[^"]*"|'[^']*'|\{\{.*?\}\}|->|=>/gs, '')
    .includes('>');
}

function asTemplate(shape: Shape, { name, given, start, end }: Tag): void {
  const tag = tagOf(shape);
  const ending = given.trim() === '' ? name : `${name} ${given.trim()}`;
  shape.label = TITLES.test(given) ? 'title' : ending;
  // Tags that are told by nothing but their words are there for all alike, whatever is in them.
  shape.hollow = !/^(block|section)$/.test(name);
  const inline = TITLED.exec(given);
  if (inline && (shape.members ?? []).length === 0) {
    const [, lead = '', words = ''] = inline;
    const from = end - given.length + lead.length;
    shape.label = 'title';
    shape.slots = [{ kind: 'words', start: shape.start, end: from, slots: [] }];
    shape.members = [{ kind: 'text', start: from, end: from + words.length, slots: [] }];
    return;
  }
  const uses = given.replaceAll(/'[^']*'|"[^"]*"/g, '').match(/(?<![\w>])\$?[a-z_]\w*/gi) ?? [];
  if (tag)
    Object.assign(tag, { kind: 'directive', end: tag.start + (end - start), members: undefined, slots: [], uses });
}

// `@section('title', 'Plots')`.
const TITLED = /^(\(\s*['"]\w*(?:title|heading)['"]\s*,\s*['"])([^'"]*)['"]\s*\)$/i;
