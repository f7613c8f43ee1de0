import { NodeTypes, parse, type ElementNode, type RootNode } from '@vue/compiler-dom';
import { messageOf } from '../../message-of.ts';
import { bracketDepth } from '../nesting.ts';

const MOST_LEVELS = 500;
const MOST_TAGS = 100_000;
// Far beyond what anybody writes, and what the parser reads within a second.
const LARGEST = 2 << 20;

/** Reads a component into its blocks; a text where it cannot be read, which says why. */
export function readComponent(text: string): RootNode | string {
  if (text.length > LARGEST) return 'it is too large';
  if (isTooDeep(text)) return 'it is nested too deeply';
  const errors: string[] = [];
  try {
    const root = parse(text, { parseMode: 'sfc', onError: (error) => errors.push(error.message), comments: true });
    return errors[0] === undefined ? root : `it cannot be parsed (${errors[0]})`;
  } catch (error) {
    return `it cannot be parsed (${messageOf(error)})`;
  }
}

/** Whether markup is nested beyond what anybody writes, which no parser by recursion may be given. */
export function isTooDeep(text: string): boolean {
  return bracketDepth(text) > MOST_LEVELS || tagDepth(text) > MOST_LEVELS;
}

/** How deep tags are opened at most, read off the text: an end of the stack cannot always be caught. */
function tagDepth(text: string): number {
  let depth = 0;
  let most = 0;
  let count = 0;
  for (const match of text.matchAll(/<(\/?)[a-z]/gi)) {
    depth = Math.max(0, depth + (match[1] === '/' ? -1 : 1));
    most = Math.max(most, depth);
    count += 1;
    if (count > MOST_TAGS) return MOST_TAGS;
  }
  return most - (text.match(/\/>|<(br|hr|img|input|link|meta)\b/gi) ?? []).length;
}

export function blocks(root: RootNode, tag: string): ElementNode[] {
  return root.children.filter((node): node is ElementNode => node.type === NodeTypes.ELEMENT && node.tag === tag);
}

/** The value of a block's attribute, empty where it has none of its own; undefined where the attribute is not there. */
export function blockAttribute(block: ElementNode, name: string): string | undefined {
  const found = block.props.find((prop) => prop.name === name);
  return found?.type === NodeTypes.ATTRIBUTE ? (found.value?.content ?? '') : undefined;
}

/** The text between a block's tags. */
export function contentOf(text: string, block: ElementNode): { start: number; end: number } | undefined {
  if (block.isSelfClosing) return undefined;
  const { innerLoc } = block;
  if (innerLoc) return { start: innerLoc.start.offset, end: innerLoc.end.offset };
  return {
    start: text.indexOf('>', block.loc.start.offset) + 1,
    end: text.lastIndexOf('</', block.loc.end.offset - 1),
  };
}
