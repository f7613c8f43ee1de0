import path from 'node:path';
import type { Reader } from '../ports.ts';
import type { Marks } from './marks.ts';

/** The folders that patterns of an ecosystem's manifest name, relative to the root, in order; `!` in front takes folders out. */
export async function memberFolders(
  reader: Reader,
  root: string,
  patterns: readonly string[],
  { manifests, generated }: Marks,
): Promise<string[]> {
  // Most hosts name folders, or all folders in one: these need no pattern matcher.
  const simple = patterns.every((pattern) => !/[?[\]{}!()]|\*\*|[^/]\*|\*[^/]/.test(pattern));
  if (simple) {
    const folders = patterns.flatMap((pattern) => {
      const parts = path.posix.normalize(pattern).replace(/\/$/, '').split('/');
      const leadsOut = parts.includes('..') || path.isAbsolute(pattern);
      return leadsOut ? [] : foldersNamed(reader, root, '', parts, generated);
    });
    return [...new Set(folders)].filter((folder) => isInside(folder)).sort();
  }
  const { globManifests } = await import('./glob-manifests.ts');
  // A pattern that leads out would have all of the disk walked through.
  const inside = patterns.filter(
    (one) => !path.isAbsolute(one.replace(/^!/, '')) && !one.split(/[\\/]/).includes('..'),
  );
  return globManifests(root, inside, manifests[0] ?? '', generated)
    .map((file) => path.posix.dirname(file.replaceAll('\\', '/')))
    .filter((folder) => folder !== '.' && isInside(folder))
    .sort();
}

/** The folders that the parts of a path name; `*` stands for every folder at its place. */
function foldersNamed(
  reader: Reader,
  root: string,
  base: string,
  parts: readonly string[],
  generated: readonly string[],
): string[] {
  const [part, ...rest] = parts;
  if (part === undefined) return [base];
  const below = (name: string): string[] =>
    foldersNamed(reader, root, base === '' ? name : `${base}/${name}`, rest, generated);
  if (part !== '*') return below(part);
  return reader
    .list(path.join(root, base))
    .filter(({ name, kind }) => kind === 'folder' && !generated.includes(name))
    .flatMap(({ name }) => below(name));
}

function isInside(folder: string): boolean {
  return folder !== '.' && folder !== '..' && !folder.startsWith('../') && !path.isAbsolute(folder);
}
