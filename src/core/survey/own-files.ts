import { isGenerated, isWorkspaceFolder } from '../ecosystems/marks.ts';
import path from 'node:path';
import type { Reader } from '../ports.ts';

const PASSED_OVER = /^(\..*|dist|build|out|coverage)$/;
const MOST_FOLDERS = 2000;

/**
 * The files below a folder (absolute), relative to it, without what is hidden, installed or built and without workspaces of
 * their own; the upper ones first. A host that has more folders than anybody looks through is read in part.
 */
export function* ownFiles(reader: Reader, top: string): Generator<string> {
  const queue = ['.'];
  for (let visited = 0; visited < MOST_FOLDERS; visited += 1) {
    const folder = queue.shift();
    if (folder === undefined) return;
    for (const { name, kind } of reader.list(path.join(top, folder))) {
      const file = path.posix.join(folder, name);
      if (kind === 'file') yield file;
      else if (kind === 'folder' && isOwn(reader, path.join(top, folder), name)) queue.push(file);
    }
  }
}

function isOwn(reader: Reader, folder: string, name: string): boolean {
  if (PASSED_OVER.test(name) || isGenerated(reader, folder, name)) return false;
  return !isWorkspaceFolder(reader, path.join(folder, name));
}
