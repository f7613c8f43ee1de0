import { NodeTypes } from '@vue/compiler-dom';
import { blockAttribute, contentOf, readComponent } from '../formats/component/blocks.ts';
import { markupShape } from './markup-shape.ts';
import type { phpShape } from './php-shape.ts';
import { scriptShape } from './script-shape.ts';
import { rootShape, shapesIn, type Shape } from './shape.ts';
import { bladeShape, twigShape } from './template-shape.ts';
import { linesShape, sheetShape } from './text-shapes.ts';

let readPhp: typeof phpShape | undefined;

/** Has PHP read from now on: its grammar is large, and few projects need it. */
export async function withPhp(): Promise<void> {
  readPhp = (await import('./php-shape.ts')).phpShape;
}

/** The shape of a file's text, by its ending. One that cannot be read as what it is called is lines. */
export function shapeOfFile(text: string, file: string): Shape {
  return readAs(text, file) ?? linesShape(text);
}

function readAs(text: string, file: string): Shape | undefined {
  if (/\.[cm]?[jt]sx?$/.test(file)) return scriptShape(text, file);
  if (file.endsWith('.vue')) return componentShape(text);
  if (/\.(svelte|astro)$/.test(file)) return partsShape(text, file);
  if (file.endsWith('.twig')) return twigShape(text);
  if (file.endsWith('.blade.php')) return bladeShape(text);
  if (file.endsWith('.php')) return readPhp?.(text);
  if (/\.(html?|ejs)$/.test(file)) return markupShape(text);
  if (/\.(css|pcss|scss)$/.test(file)) return sheetShape(text, file.endsWith('.scss') ? 'scss' : 'css');
  return undefined;
}

/** A component of Vue: its blocks, in the languages that they are in. */
function componentShape(text: string): Shape | undefined {
  const root = readComponent(text);
  if (typeof root === 'string') return undefined;
  const members = root.children.flatMap((block): Shape[] => {
    if (block.type !== NodeTypes.ELEMENT) return [];
    const span = contentOf(text, block);
    const language = blockAttribute(block, 'lang');
    const inner = span && blockShape(text.slice(span.start, span.end), block.tag, language, span.start);
    const { start, end } = block.loc;
    return [blockAround(text, { tag: block.tag, start: start.offset, end: end.offset, inner })];
  });
  return rootShape('component', text, 0, members);
}

function blockShape(content: string, tag: string, language: string | undefined, at: number): Shape {
  const read =
    tag === 'script'
      ? scriptShape(content, `component.${language ?? 'js'}`, at)
      : tag === 'style'
        ? sheetShape(content, language === 'scss' ? 'scss' : 'css', at)
        : language === undefined
          ? markupShape(content, at)
          : undefined;
  return (tag === 'script' && read ? withHandedOn(read) : read) ?? linesShape(content, at);
}

// Members of a component's options by whose own members its markup gets something (Vue, "Options API").
const HANDING = ['computed', 'methods', 'components'];

/** Marks what a component hands to its markup by its options. */
function withHandedOn(script: Shape): Shape {
  for (const shape of shapesIn(script)) {
    if (shape.kind !== 'Property') continue;
    const below = [...shapesIn(shape)];
    if (HANDING.includes(shape.label ?? '')) markMembers(below.find(({ kind }) => kind === 'ObjectExpression'));
    if (shape.label !== 'data') continue;
    const returned = below.find(({ kind }) => kind === 'ReturnStatement');
    markMembers(returned?.slots.find(({ kind }) => kind === 'ObjectExpression'));
    for (const one of below) if (one.kind === 'FunctionBody' || one.kind === 'BlockStatement') one.hollow = true;
  }
  return script;
}

function markMembers(object: Shape | undefined): void {
  for (const one of object?.members ?? []) if (one.label !== undefined) one.handsOn = one.label;
}

function blockAround(
  text: string,
  { tag, start, end, inner }: { tag: string; start: number; end: number; inner: Shape | undefined },
): Shape {
  const opening: Shape = { kind: 'opening', start, end: inner?.start ?? end, slots: [] };
  // What a block begins with tells its kind (`<script setup lang="ts">`).
  const label = text.slice(start, opening.end);
  return {
    kind: `block ${tag}`,
    start,
    end,
    label,
    slots: [opening, ...(inner ? [inner] : [])],
    stays: tag === 'template',
  };
}

/** A component whose script is found by its tags or fences, and whose markup stands around that. */
function partsShape(text: string, file: string): Shape | undefined {
  const parts = file.endsWith('.astro')
    ? [...text.matchAll(/^(---[ \t]*\r?\n)([\s\S]*?)(^---[ \t]*$)/gm)].slice(0, 1)
    : [...text.matchAll(/(<script\b[^>]*>)([\s\S]*?)(<\/script>)/g)];
  const sheets = [...text.matchAll(/(<style\b[^>]*>)([\s\S]*?)(<\/style>)/g)];
  const blank = (all: string, { index, 0: whole }: RegExpExecArray): string =>
    all.slice(0, index) + whole.replaceAll(/[^\n]/g, ' ') + all.slice(index + whole.length);
  const markup = markupShape([...parts, ...sheets].reduce(blank, text));
  if (!markup) return undefined;
  const blocks = [...parts, ...sheets].map((match): Shape => {
    const [whole, open = '', content = ''] = match;
    const at = match.index + open.length;
    const tag = sheets.includes(match) ? 'style' : 'script';
    const language = /lang=["']?(\w+)/.exec(open)?.[1] ?? (tag === 'script' ? 'ts' : undefined);
    const inner = blockShape(content, tag, language, at);
    return blockAround(text, { tag, start: match.index, end: match.index + whole.length, inner });
  });
  const members = [...blocks, ...(markup.members ?? [])].sort((a, b) => a.start - b.start);
  return rootShape('component', text, 0, members);
}
