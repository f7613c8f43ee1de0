import { structuredPatch } from 'diff';
import { decode } from '../../core/text/utf8.ts';
import { withoutValues } from '../../core/formats/dotenv/environment-secrets.ts';
import type { FileChange } from '../../core/change/change-set.ts';

/** One changed file as lines of a unified diff, without the file's headings. */
export interface FileDiff {
  file: string;
  state: 'new' | 'changed' | 'gone';
  hunks: string[];
}

/** The texts of a file before and after, as they may be seen: without the values of secrets. Undefined where there is no file. */
export function shownTexts({ before, after, role, shown: open }: FileChange): {
  before: string | undefined;
  after: string | undefined;
} {
  const shown = (bytes: Uint8Array | undefined): string | undefined =>
    bytes && (role === 'private' ? withoutValues(textOf(bytes), open) : textOf(bytes));
  return { before: shown(before), after: shown(after) };
}

/** The unified diff of one file (the format of POSIX `diff -u`). */
export function diffFile(change: FileChange): FileDiff {
  const { file } = change;
  const { before, after } = shownTexts(change);
  const state = stateOf(change);
  const patch = structuredPatch(file, file, before ?? '', after ?? '', '', '', { context: 3 });
  const lines = patch.hunks.flatMap(({ oldStart, oldLines, newStart, newLines, lines: body }) => [
    `@@ -${range(oldStart, oldLines)} +${range(newStart, newLines)} @@`,
    ...body,
  ]);
  return { file, state, hunks: lines };
}

/** Whether a file comes, goes or changes. */
export function stateOf({ before, after }: Pick<FileChange, 'before' | 'after'>): FileDiff['state'] {
  return before === undefined ? 'new' : after === undefined ? 'gone' : 'changed';
}

/** How many lines a diff adds and removes. */
export function lineCounts({ hunks }: Pick<FileDiff, 'hunks'>): { added: number; removed: number } {
  const beginning = (sign: string): number => hunks.filter((line) => line.startsWith(sign)).length;
  return { added: beginning('+'), removed: beginning('-') };
}

/** A patch of all files that `git apply` accepts, run in the host's root (git-diff(1), "Generating patch text with -p"). */
export function renderPatch(files: readonly FileChange[]): string {
  // A file with secrets is left out: without its values no patch would fit.
  return files
    .filter(({ role }) => role !== 'private')
    .map((change) => renderFile(change))
    .join('');
}

function renderFile(change: FileChange): string {
  const { file, before, after } = change;
  const left = quoted(`a/${file}`);
  const right = quoted(`b/${file}`);
  const head = [`diff --git ${left} ${right}`];
  if (before === undefined) head.push(`new file mode ${modeOf(change)}`);
  if (after === undefined) head.push('deleted file mode 100644');
  const { hunks } = diffFile(change);
  if (hunks.length === 0) return `${head.join('\n')}\n`;
  const from = before === undefined ? '/dev/null' : left;
  const to = after === undefined ? '/dev/null' : right;
  return `${[...head, `--- ${from}`, `+++ ${to}`, ...hunks].join('\n')}\n`;
}

/** The modes that git keeps of a file (git-fast-import(1), "filemodify"): it can be run, or not. */
function modeOf({ executable, mode = 0 }: FileChange): string {
  return executable || (mode & 0o100) !== 0 ? '100755' : '100644';
}

function range(start: number, count: number): string {
  // An empty range names the line before it.
  return `${count === 0 ? start - 1 : start},${count}`;
}

function textOf(bytes: Uint8Array): string {
  return decode(bytes) ?? '';
}

/** A path as git writes it: in quotes with escapes where it has quotes, backslashes or control characters. */
function quoted(file: string): string {
  // eslint-disable-next-line no-control-regex -- control characters are what is looked for
  if (!/["\\\u0000-\u001f\u007f]/.test(file)) return file;
  return `"${file.replace(/["\\]/g, '\\$&').replaceAll('\t', '\\t').replaceAll('\n', '\\n')}"`;
}
