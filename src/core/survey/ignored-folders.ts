import { isPackagesName } from '../ecosystems/marks.ts';
import path from 'node:path';
import { readText } from '../text/utf8.ts';
import type { Reader } from '../ports.ts';

/** A folder by its name, wherever it is, or (`anchored`) by its path from the workspace. */
export interface IgnoredFolder {
  name: string;
  anchored: boolean;
}

/**
 * Folders that version control passes over, by the plain names in the ignore files of a workspace and of its host (gitignore(5),
 * "PATTERN FORMAT"): what is built goes there. Patterns with wildcards, exceptions and files are left out.
 */
export function ignoredFolders(reader: Reader, root: string, { folder }: { folder: string }): IgnoredFolder[] {
  const lines = (place: string): string[] =>
    readText(reader, path.join(root, place, '.gitignore'))?.split(/\r?\n/) ?? [];
  const own = lines(folder).flatMap((line) => folderOf(line.trim()) ?? []);
  // What the host anchors to its root is nowhere in a workspace below it.
  const above = folder === '.' ? [] : lines('.').flatMap((line) => folderOf(line.trim()) ?? []);
  return [...own, ...above.filter(({ anchored }) => !anchored)];
}

function folderOf(line: string): IgnoredFolder | undefined {
  const [, lead, name = '', slash] = /^(\/?)([\w.-]+(?:\/[\w.-]+)*)(\/?)$/.exec(line) ?? [];
  const last = path.posix.basename(name);
  // A name with a dot in it is a file unless it is said to be a folder.
  const isFolder = slash === '/' || !last.includes('.');
  if (!isFolder || name === '' || /^(\.git|\.ligament|\.vscode|\.idea)$/.test(last) || isPackagesName(last))
    return undefined;
  return { name, anchored: lead === '/' || name.includes('/') };
}
