import type { Shape } from '../analogy/shape.ts';
import type { Edit } from '../edits/edit.ts';
import type { Ground } from './ground.ts';
import type { LayoutGrowth, NoLayout, PlainName, Standing } from './growth.ts';

/** How the views of a server get something around what they show, by what their language has for that. */
export interface ViewLayouts {
  pages: readonly Standing[];
  /** The view that a page shows, by its file, relative to the host's root. */
  viewOf(this: void, file: string): string | undefined;
  file(this: void, name: PlainName): string;
  plainText(this: void, name: PlainName): string;
  /** The part of a view that holds what its page shows; why there is none, in words. */
  within(this: void, text: string): { start: number; end: number } | string;
  /** What stands before and behind what is shown, a line each. */
  around(this: void, name: PlainName): { before: string[]; behind: string[] };
}

/** Layouts as views of their own, which the views of pages put around what they show. */
export function viewLayout(ground: Ground, how: ViewLayouts): LayoutGrowth {
  const shown = how.pages.filter(({ file }) => how.viewOf(file) !== undefined);
  return {
    pages: [...shown],
    file: how.file,
    plainText: how.plainText,
    around(name, _, pages) {
      const edits: Edit[] = [];
      for (const page of pages) {
        const made = aroundView(ground, how.viewOf(page.file) ?? page.file, name, how);
        if ('why' in made) return made;
        edits.push(made);
      }
      return edits;
    },
  };
}

function aroundView(ground: Ground, file: string, name: PlainName, how: ViewLayouts): Edit | NoLayout {
  const text = (ground.text(file) ?? '').replaceAll('\r\n', '\n');
  const { before, behind } = how.around(name);
  const byHand = `Put this around what ${file} shows:\n${before.join('\n')}\n…\n${behind.join('\n')}`;
  const place = how.within(text);
  if (typeof place === 'string') return { why: `${file} ${place}`, byHand };
  const inner = text.slice(place.start, place.end).trim();
  const at = text.indexOf(inner, place.start);
  const own = /[ \t]*$/.exec(text.slice(0, at))?.[0] ?? '';
  if (inner === '' || !text.slice(0, at - own.length).endsWith('\n'))
    return { why: `what ${file} shows does not begin on a line of its own`, byHand };
  const { indent } = ground.workspace.style;
  const inward = (depth: number): string => own + indent.repeat(depth);
  const step = indent.repeat(before.length);
  const operation = {
    op: 'around' as const,
    inner,
    before: before.map((line, depth) => `${line}\n${inward(depth + 1)}`).join(''),
    behind: behind.map((line, depth) => `\n${inward(behind.length - 1 - depth)}${line}`).join(''),
    step,
  };
  return { file, format: 'around', operation };
}

/** What stands between the tag that opens a shape and the one that closes it, which begins as is told. */
export function contentOf(text: string, shape: Shape, closing: string): { start: number; end: number } | undefined {
  const [opened] = shape.slots;
  const end = text.lastIndexOf(closing, shape.end - 1);
  return opened && end >= opened.end ? { start: opened.end, end } : undefined;
}
