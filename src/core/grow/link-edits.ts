import path from 'node:path';
import { madeLike, type Subject, type Told } from '../analogy/like.ts';
import { shapesIn, type Shape } from '../analogy/shape.ts';
import { shapeOfFile } from '../analogy/shapes.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { Edit } from '../edits/edit.ts';
import type { Ground } from '../joints/ground.ts';
import type { StandingPage } from '../joints/growth.ts';
import { ownFiles } from '../survey/own-files.ts';
import { isVendored } from '../survey/vendored.ts';
import { besideEdit } from './beside-edit.ts';

type Named = { page: StandingPage; words: readonly string[] };

/** A list of links to pages: each of its members leads to one. */
interface LinkList {
  file: string;
  text: string;
  links: { member: Shape; to: Named }[];
  score: number;
}

const LINKS = ['JSXElement', 'element', 'ObjectExpression'];
const MOST_BYTES = 200_000;

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
  const comma = last.kind === 'ObjectExpression' ? ',' : '';
  return besideEdit(best.file, best.text, { at: last, side: 'behind' }, code, comma);
}

function toldLink({ text, file }: LinkList, member: Shape, { page, words }: Named): Told {
  const code = text.slice(member.start, member.end);
  const isScript = member.kind !== 'element';
  return {
    text: isScript ? `(${code})` : code,
    file: isScript ? (/\.[jt]sx?$/.test(file) ? `link${path.extname(file)}` : 'link.ts') : 'link.html',
    words,
    address: page.address,
  };
}

function linkLists(ground: Ground, pages: readonly Named[]): LinkList[] {
  const top = ground.workspace.folder;
  const own = new Set(pages.flatMap(({ page }) => [page.file, page.listed?.file ?? '']));
  return [...ownFiles(ground.reader, path.join(ground.root, top))].flatMap((below): LinkList[] => {
    const file = path.posix.join(top, below);
    if (!/\.([cm]?[jt]sx?|vue|svelte|astro|html)$/.test(file) || /\.(test|spec)\./.test(file) || isVendored(file))
      return [];
    const text = ground.text(file) ?? '';
    const named = pages.filter((one) => leadsTo(text, one));
    if (named.length < 2 || text.length > MOST_BYTES) return [];
    return listsIn(file, text, named, own.has(file));
  });
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
    if (new Set(links.map(({ to }) => to.page.address)).size < 2 || isTable || isRoutes) continue;
    const around = text.slice(Math.max(0, shape.start - 200), shape.start + 40);
    const isNavigation = /<nav\b|\bnav|\bmenu|navigation/i.test(around);
    const isPlaced = /(nav|menu|header|sidebar|layout|shell|frame|app)[^/]*$/i.test(file);
    found.push({ file, text, links, score: links.length * 4 + (isNavigation ? 2 : 0) + (isPlaced ? 1 : 0) });
  }
  return found;
}

/** Whether a text leads to a page: by its address, or by the name that its entry in the table has. */
function leadsTo(text: string, { page, words }: Named): boolean {
  if (page.address !== '/' && ['"', "'", '`'].some((quote) => text.includes(quote + page.address + quote))) return true;
  const name = ['kebab', 'camel', 'pascal'] as const;
  return page.listed !== undefined && name.some((one) => text.includes(`name: '${speltAs(words, one)}'`));
}
