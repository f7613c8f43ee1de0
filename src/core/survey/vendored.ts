import { isGenerated, isWorkspaceFolder } from '../ecosystems/marks.ts';
import path from 'node:path';
import type { Reader } from '../ports.ts';

// Folders in which people keep the code of others as it came, and files that were made small.
const FOLDER = /^(vendors?|third[-_]?party|bower_components)$/i;
const SMALL = /\.min\.[cm]?(js|css)$/i;
const PASSED_OVER = /^(\..*|dist|build|out|coverage)$/;
const MOST_FOLDERS = 200;
const DEEPEST = 4;

/** Whether a file (a relative path) is the code of others, kept as it came. */
export function isVendored(file: string): boolean {
  return (
    SMALL.test(file) ||
    file
      .split('/')
      .slice(0, -1)
      .some((folder) => FOLDER.test(folder))
  );
}

/** What of others is kept below a folder (absolute): names of folders, and endings as `*.min.js`; each once. */
export function vendoredIn(reader: Reader, top: string): { folders: string[]; files: string[] } {
  const folders = new Set<string>();
  const files = new Set<string>();
  const queue = [{ folder: top, depth: 0 }];
  for (let visited = 0; visited < MOST_FOLDERS; visited += 1) {
    const next = queue.shift();
    if (!next) break;
    for (const { name, kind } of reader.list(next.folder)) {
      if (kind === 'file' && SMALL.test(name)) files.add(`*${SMALL.exec(name)?.[0] ?? ''}`);
      if (kind !== 'folder' || PASSED_OVER.test(name) || isGenerated(reader, next.folder, name)) continue;
      const folder = path.join(next.folder, name);
      if (FOLDER.test(name)) folders.add(name);
      // A folder with a manifest of its own is another workspace.
      else if (next.depth < DEEPEST && !isWorkspaceFolder(reader, folder))
        queue.push({ folder, depth: next.depth + 1 });
    }
  }
  return { folders: [...folders].sort(), files: [...files].sort() };
}
