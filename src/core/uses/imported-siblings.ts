import path from 'node:path';
import type { Reader } from '../ports.ts';
import { ownFiles } from '../survey/own-files.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import { importingFiles } from './own-imports.ts';

const MARKUP = /\.(jsx|tsx|vue|svelte|astro|html)$/;

/** Folders (host-relative) of sources of packages beside a workspace that its own sources import, and that have something to show. */
export function importedSiblings(reader: Reader, root: string, workspace: WorkspaceFacts): string[] {
  const top = path.join(root, workspace.folder);
  return workspace.packages.flatMap(({ name }) => {
    const folder = workspace.sibling(name);
    if (folder === undefined || folder === workspace.folder) return [];
    if (importingFiles(reader, top, name).length === 0) return [];
    const sources = reader.kind(path.join(root, folder, 'src')) === 'folder' ? path.posix.join(folder, 'src') : folder;
    for (const file of ownFiles(reader, path.join(root, sources))) if (MARKUP.test(file)) return [sources];
    return [];
  });
}
