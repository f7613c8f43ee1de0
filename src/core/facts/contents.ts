import { isGenerated, isWorkspaceFolder } from '../ecosystems/marks.ts';
import { wayTo } from '../path-names.ts';
import type { Circumstances } from './circumstances.ts';
import path from 'node:path';
import type { Reader } from '../ports.ts';
import type { Traits } from '../joints/traits.ts';
import { ownFiles } from '../survey/own-files.ts';
import { isVendored } from '../survey/vendored.ts';
import { importedSiblings } from '../uses/imported-siblings.ts';

const NOT_SOURCES = /^(\..*|public|static|coverage)$/;

/** Patterns for every file of the app that may use what a tool looks for in sources, as the code of a list. */
export function contentsOf({ stack, reader, root, workspace }: Circumstances): string {
  const { sources, folder, outputs } = stack.traits;
  const main = folder.split('/')[0] ?? '.';
  const markup = markupEndings(sources);
  const endings = [...new Set(['html', 'js', ...(sources.includes('ts') ? ['ts'] : []), ...markup])];
  const top = path.join(root, workspace.folder);
  const holds = (name: string, wanted: readonly string[]): boolean => hasEnding(reader, path.join(top, name), wanted);
  const others = reader
    .list(top)
    .filter(
      ({ name, kind }) =>
        kind === 'folder' && !NOT_SOURCES.test(name) && !isGenerated(reader, top, name) && !outputs.includes(name),
    )
    .map(({ name }) => name)
    .filter((name) => name !== main && !isVendored(`${name}/`))
    // A folder with a manifest of its own is another workspace.
    .filter((name) => !isWorkspaceFolder(reader, path.join(top, name)))
    .filter((name) => holds(name, main === '.' && markup.length === 1 ? endings : markup));
  const folders = [...(main === '.' ? [] : [main]), ...others.sort()];
  const beside = importedSiblings(reader, root, workspace).map((one) => wayTo(workspace.folder, one));
  const globs = [main === '.' ? `./*.{${endings.join(',')}}` : './*.html'];
  return `[${[...globs, ...folders.map((name) => `./${name}/**/*.{${endings.join(',')}}`), ...beside.map((name) => `${name}/**/*.{${endings.join(',')}}`)].map((one) => `'${one}'`).join(', ')}]`;
}

/** Endings of files in which what a page shows is written. */
function markupEndings(sources: Traits['sources']): string[] {
  const kinds = sources.flatMap((kind) => {
    if (kind === 'ts') return [];
    // Without types many write their elements in plain .js files.
    return kind === 'jsx' ? ['jsx', sources.includes('ts') ? 'tsx' : 'js'] : [kind];
  });
  return ['html', ...kinds];
}

/** Whether a file with one of some endings is somewhere below a folder. */
function hasEnding(reader: Reader, folder: string, endings: readonly string[]): boolean {
  for (const file of ownFiles(reader, folder)) if (endings.some((ending) => file.endsWith(`.${ending}`))) return true;
  return false;
}
