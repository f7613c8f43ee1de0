import path from 'node:path';
import { madeLike, type Subject, type Told } from '../analogy/like.ts';
import { shapesIn, type Shape } from '../analogy/shape.ts';
import { shapeOfFile } from '../analogy/shapes.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { Edit } from '../edits/edit.ts';
import type { Ground } from '../joints/ground.ts';
import type { Named } from './siblings.ts';
import { ownSources } from '../joints/own-sources.ts';
import { besideEdit } from './beside-edit.ts';

/** A list of links to pages: each of its members leads to one. */
interface LinkList {
  file: string;
  text: string;
  links: { member: Shape; to: Named }[];
  score: number;
}

const LINKS = ['JSXElement', 'element', 'ObjectExpression'];

/**
 * The edit that puts a link to a new page where the app's navigation is, in the form that links have there; undefined where no list of
 * links is found, or where several are and none is more like a navigation than another.
 */
export function linkEdit(ground: Ground, pages: readonly Named[], subject: Subject): Edit | undefined {
  const lists = linkLists(ground, pages).sort((a, b) => b.score - a.score);
  const [best, second] = lists;
  if (!best || second?.score === best.score) return undefined;
  const told = best.links.map(({ member, to }): Told => toldLink(best, member, to));
  const [first, ...rest] = told.reverse();
  const last = best.links.at(-1)?.member;
  if (!first || !last) return undefined;
  const isWrapped = last.kind !== 'element';
  const made = madeLike([first, ...rest], subject);
  const code = isWrapped ? made.slice(1, -1) : made;
  // Links that have nothing in common show nothing of a new one.
  if (code.trim() === '') return undefined;
  const comma = last.kind === 'ObjectExpression' ? ',' : '';
  return besideEdit(best.file, best.text, { at: last, side: 'behind' }, code, comma);
}

function toldLink({ text, file }: LinkList, member: Shape, { standing, words, other }: Named): Told {
  const code = text.slice(member.start, member.end);
  const isScript = member.kind !== 'element';
  return {
    text: isScript ? `(${code})` : code,
    file: isScript ? (/\.[jt]sx?$/.test(file) ? `link${path.extname(file)}` : 'link.ts') : linkFile(file),
    words,
    other,
    address: standing.address,
  };
}

/** A file whose ending says what the markup of a link is written in. */
function linkFile(file: string): string {
  return `link${/(\.html\.twig|\.blade\.php)$/.exec(file)?.[0] ?? '.html'}`;
}

function linkLists(ground: Ground, pages: readonly Named[]): LinkList[] {
  const own = new Set(pages.flatMap(({ standing }) => [standing.file, standing.listed?.file ?? '']));
  return [...ownSources(ground, /\.([cm]?[jt]sx?|vue|svelte|astro|html|twig|blade\.php)$/)].flatMap(
    ({ file, text }): LinkList[] => {
      const named = pages.filter((one) => leadsTo(text, one));
      return named.length < 2 ? [] : listsIn(file, text, named, own.has(file));
    },
  );
}

function listsIn(file: string, text: string, pages: readonly Named[], isOwn: boolean): LinkList[] {
  const found: LinkList[] = [];
  for (const shape of shapesIn(shapeOfFile(text, file))) {
    const links = (shape.members ?? []).flatMap((member) => {
      if (!LINKS.includes(member.kind)) return [];
      const code = text.slice(member.start, member.end);
      const [to, other] = pages.filter((one) => leadsTo(code, one));
      return to && !other ? [{ member, to }] : [];
    });
    const isTable = isOwn && shape.kind === 'ArrayExpression';
    const isRoutes = links.some(({ member }) => /Route$/.test(member.label ?? ''));
    if (new Set(links.map(({ to }) => to.standing.address)).size < 2 || isTable || isRoutes) continue;
    const around = text.slice(Math.max(0, shape.start - 200), shape.start + 40);
    const isNavigation = /<nav\b|\bnav|\bmenu|navigation/i.test(around);
    const isPlaced = /(nav|menu|header|sidebar|layout|shell|frame|app)[^/]*$/i.test(file);
    found.push({ file, text, links, score: links.length * 4 + (isNavigation ? 2 : 0) + (isPlaced ? 1 : 0) });
  }
  return found;
}

/** Whether a text leads to a page: by its address, or by the name that its entry in the table has. */
function leadsTo(text: string, { standing, words }: Named): boolean {
  if (
    standing.address !== '/' &&
    ['"', "'", '`'].some((quote) => text.includes(`${quote}${standing.address ?? ''}${quote}`))
  )
    return true;
  const quoted = ['"', "'"].some((quote) => text.includes(quote + (standing.called ?? '\0') + quote));
  if (quoted) return true;
  const name = ['kebab', 'camel', 'pascal'] as const;
  return standing.listed !== undefined && name.some((one) => text.includes(`name: '${speltAs(words, one)}'`));
}
