import type { Edit } from '../edits/edit.ts';
import { elementIn } from '../text/element-in.ts';
import { importEdit } from './boot-joint.ts';
import type { Ground } from './ground.ts';
import type { LayoutGrowth, NoLayout, PlainName, Standing } from './growth.ts';
import { namedLike } from './named-like.ts';
import { layoutName } from './plain-parts.ts';

/** How a framework has layouts that are components, which pages put around what they show. */
export interface ComponentLayouts {
  pages: Standing[];
  file(this: void, name: PlainName): string;
  plainText(this: void, name: PlainName): string;
}

/** Which component a module shows: its default, or the one of a name; undefined where that cannot be told. */
type ShownBy = (this: void, text: string) => 'default' | { function: string } | undefined;

/** How layouts come to be around what the components of pages return, as elements of a script. */
export function returnedLayout(
  ground: Ground,
  { pages, file, plainText }: ComponentLayouts,
  shownBy: ShownBy = () => 'default',
): LayoutGrowth {
  return {
    pages,
    file,
    plainText,
    around(name, layout, chosen) {
      const own = layoutName(name);
      const edits: Edit[] = [];
      for (const page of chosen) {
        const returned = shownBy(ground.text(page.file) ?? '');
        if (returned === undefined)
          return {
            why: `${page.file} has no component of a name of its own`,
            byHand: `Put <${own}> around what the page shows.`,
          };
        const operation = {
          op: 'wrap-element' as const,
          element: { returned },
          open: `<${own}>`,
          close: `</${own}>`,
          imports: [{ default: own, from: namedLike(ground, page.file, layout) }],
        };
        edits.push({ file: page.file, format: 'script', operation });
      }
      return edits;
    },
  };
}

/**
 * How layouts come to be in pages whose template stands by itself: within the element that is around all of it, and so inside of the
 * layout that the page has.
 */
export function templateLayout(ground: Ground, { pages, file, plainText }: ComponentLayouts): LayoutGrowth {
  return {
    pages,
    file,
    plainText,
    around(name, layout, chosen) {
      const edits: Edit[] = [];
      for (const page of chosen) {
        const within = aroundInner(ground, page.file, layoutName(name));
        if ('why' in within) return within;
        const own = { default: layoutName(name), from: namedLike(ground, page.file, layout) };
        edits.push(importEdit(page.file, own), within);
      }
      return edits;
    },
  };
}

/** What the element that is around all of a template has in it; nothing where there is none. */
function innerOf(template: string): string {
  const [, tag] = /^<([A-Z][\w.]{0,100})(?=[\s>])/.exec(template) ?? [];
  const opened = template.indexOf('>');
  const close = `</${tag}>`;
  return tag === undefined || template[opened - 1] === '/' || !template.endsWith(close) || template[opened - 1] === '='
    ? ''
    : template.slice(opened + 1, -close.length);
}

/** What puts an element around all that the outermost element of a page's template has in it. */
function aroundInner(ground: Ground, file: string, name: string): Edit | NoLayout {
  const text = (ground.text(file) ?? '').replaceAll('\r\n', '\n');
  const template = text.startsWith('---\n') ? text.slice(text.indexOf('\n---\n') + 5).trim() : text.trim();
  const byHand = `Put <${name}> around what the page shows.`;
  const inner = (elementIn(template, 'body')?.[1] ?? innerOf(template)).trim();
  if (inner === '') return { why: `${file} has no single element around all that it shows`, byHand };
  const { indent } = ground.workspace.style;
  const at = text.indexOf(inner);
  const own = /[ \t]*$/.exec(text.slice(0, at))?.[0] ?? '';
  const isOnOwnLine = text.slice(0, at - own.length).endsWith('\n');
  const [before, behind] = isOnOwnLine
    ? [`<${name}>\n${own}${indent}`, `\n${own}</${name}>`]
    : [`<${name}>`, `</${name}>`];
  return {
    file,
    format: 'around',
    operation: { op: 'around', inner, before, behind, step: isOnOwnLine ? indent : '' },
  };
}
