import path from 'node:path';
import { readText } from '../doors/text.ts';
import type { Reader } from '../ports.ts';

/**
 * Folders that version control passes over, by the plain names in the ignore files of a workspace and of its host (gitignore(5),
 * "PATTERN FORMAT"): what is built goes there. Patterns with wildcards, exceptions and files are left out.
 */
export function ignoredFolders(reader: Reader, root: string, { folder }: { folder: string }): string[] {
  const places = [...new Set([folder, '.'])];
  const lines = places.flatMap((place) => readText(reader, path.join(root, place, '.gitignore'))?.split(/\r?\n/) ?? []);
  return [...new Set(lines.flatMap((line) => folderOf(line.trim()) ?? []))];
}

function folderOf(line: string): string | undefined {
  const [, name = '', slash] = /^\/?([\w.-]+(?:\/[\w.-]+)*)(\/?)$/.exec(line) ?? [];
  const last = path.posix.basename(name);
  // A name with a dot in it is a file unless it is said to be a folder.
  const isFolder = slash === '/' || !last.includes('.');
  return isFolder && !/^(node_modules|\.git|\.ligament|\.vscode|\.idea)$/.test(last) && name !== '' ? name : undefined;
}
