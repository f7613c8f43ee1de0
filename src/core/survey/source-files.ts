import { leadsIntoPackages, isPackagesName } from '../ecosystems/marks.ts';
import path from 'node:path';
import type { Doors, Reader } from '../ports.ts';
import { askGit } from './git.ts';

// Results, caches and what package managers keep: nobody's own sources, where no version control says so.
const NOT_SOURCES = new Set(['dist', 'build', 'out', 'coverage', 'vendor', 'target']);

/**
 * The files of a host's own sources, relative to its root: what version control has or would take in; without it, all but
 * hidden folders and those of results.
 */
export async function sourceFiles(
  doors: Pick<Doors, 'files' | 'processes' | 'environment'>,
  root: string,
): Promise<string[]> {
  const args = ['ls-files', '--cached', '--others', '--exclude-standard', '-z'];
  const listed = await askGit(doors, root, args);
  if (listed.status !== 0) return walk(doors.files, root, '.');
  return [...new Set(listed.stdout.split('\0'))].filter((file) => file !== '' && !leadsIntoPackages(file));
}

function walk(reader: Reader, root: string, folder: string): string[] {
  return reader.list(path.join(root, folder)).flatMap(({ name, kind }) => {
    const file = path.posix.join(folder, name);
    if (kind === 'file') return [file];
    return kind === 'folder' && !name.startsWith('.') && !NOT_SOURCES.has(name) && !isPackagesName(name)
      ? walk(reader, root, file)
      : [];
  });
}
