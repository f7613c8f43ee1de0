import path from 'node:path';
import type { Edit } from '../edits/edit.ts';
import { indentAt, lineStart } from '../text/positions.ts';
import type { Ground } from './ground.ts';
import { aroundPages } from './page-folders.ts';
import { namedLike } from './named-like.ts';
import { ownFilesOf } from './own-sources.ts';
import type { LayoutGrowth, Listing, NoLayout, PlainName, Standing } from './growth.ts';

type Listed = Standing & { listed: Listing; address: string };

/** How entries of a table stand around others, as a router has it. */
export interface LayoutForm {
  /** What an entry that the router itself reads has. */
  reads: RegExp;
  /** Members of an entry that has others below it,  `address` is the first one's, as the table would have it. */
  members(this: void, shown: string, address: string): string[];
  /** The import of a layout that stands in a file. */
  import(this: void, name: string, from: string): { from: string; default?: string; named?: Record<string, string> };
  /** What a layout is called in a table and in its file. */
  named(this: void, name: PlainName): { shown: string; file: string };
  plainText(this: void, name: PlainName): string;
}

/** How layouts come to be in an app whose pages are listed in a table: as an entry that has theirs below it. */
export function tableLayout(ground: Ground, pages: readonly Standing[], form: LayoutForm): LayoutGrowth {
  const listed = pages.filter(
    (one): one is Listed => one.listed !== undefined && one.address !== undefined && isRead(ground, one.listed, form),
  );
  return {
    pages: listed,
    file: (name) => path.posix.join(layoutsHome(ground, listed), form.named(name).file),
    plainText: form.plainText,
    around: (name, file, chosen) =>
      aroundEntries(ground, { shown: form.named(name).shown, file, form }, chosen as Listed[]),
  };
}

function isRead(ground: Ground, { file, entry }: Listing, { reads }: LayoutForm): boolean {
  const code = (ground.text(file) ?? '').slice(entry.start, entry.end);
  return /\b(path\s*[:=]|index\b)/.test(code) && reads.test(code);
}

/** Where layouts are already, else beside the folder of all pages. */
function layoutsHome(ground: Ground, [first]: readonly Listed[]): string {
  const standing = ownFilesOf(ground).find((file) => /(^|\/)layouts?\/[^/]+\.(vue|[jt]sx?)$/.test(file));
  if (standing !== undefined) return path.posix.dirname(standing);
  return path.posix.join(aroundPages(path.posix.dirname(first?.file ?? '')), 'layouts');
}

function aroundEntries(
  ground: Ground,
  { shown, file, form }: { shown: string; file: string; form: LayoutForm },
  pages: readonly Listed[],
): Edit[] | NoLayout {
  const [first] = pages;
  const table = first?.listed.file;
  const source = table === undefined ? undefined : ground.text(table);
  if (!first || table === undefined || source === undefined || pages.some(({ listed }) => listed.file !== table))
    return { why: 'the pages are not listed in one table', byHand: `Put ${shown} around each of them there.` };
  const from = namedLike(
    ground,
    table,
    file,
    pages.map((one) => one.file),
  );
  const runs = inRuns(source, pages).map((run): Edit =>
    aroundRun(ground, source, table, run, (address) => form.members(shown, address)),
  );
  return [{ file: table, format: 'script', operation: { op: 'import', import: form.import(shown, from) } }, ...runs];
}

/** Pages whose entries stand right behind each other, each time. */
function inRuns(text: string, pages: readonly Listed[]): Listed[][] {
  const runs: Listed[][] = [];
  for (const page of [...pages].sort((a, b) => a.listed.entry.start - b.listed.entry.start)) {
    const run = runs.at(-1);
    const last = run?.at(-1);
    const between = last ? text.slice(last.listed.entry.end, page.listed.entry.start) : undefined;
    if (run && between !== undefined && /^\s*,?\s*$/.test(between)) run.push(page);
    else runs.push([page]);
  }
  return runs;
}

function aroundRun(
  { workspace: { style } }: Ground,
  text: string,
  file: string,
  run: readonly Listed[],
  membersOf: (address: string) => string[],
): Edit {
  const [first] = run;
  const last = run.at(-1);
  if (!first || !last) throw new Error('a run has no page');
  const { start } = first.listed.entry;
  const inner = text.slice(start, last.listed.entry.end).replaceAll('\r\n', '\n');
  const quote = style.quotes === 'single' ? "'" : '"';
  const members = membersOf(relativeTo(first)).map((one) => one.replaceAll("'", quote));
  const isOnOwnLines = text.slice(lineStart(text, start), start).trim() === '';
  const indent = indentAt(text, start);
  const step = style.indent;
  if (first.listed.form === 'element') {
    const shown = members.find((one) => one.startsWith('element: '))?.slice('element: '.length) ?? '';
    const operation = {
      op: 'around' as const,
      inner,
      before: `<Route element={${shown}}>\n${indent}${step}`,
      behind: `\n${indent}</Route>`,
      step,
    };
    return { file, format: 'around', operation };
  }
  const comma = style.trailingCommas ? ',' : '';
  const lines = members.map((one) => `${indent}${step}${one},\n`).join('');
  const operation = isOnOwnLines
    ? {
        op: 'around' as const,
        inner,
        before: `{\n${lines}${indent}${step}children: [\n${indent}${step}${step}`,
        behind: `${comma}\n${indent}${step}]${comma}\n${indent}}`,
        step: step + step,
      }
    : { op: 'around' as const, inner, before: `{ ${members.join(', ')}, children: [`, behind: '] }', step: '' };
  return { file, format: 'around', operation };
}

/** The path of an entry that stands around another one: below a third one it adds nothing to what that stands for. */
function relativeTo({ address, listed: { below } }: Listed): string {
  return below === '/' ? address : '';
}
