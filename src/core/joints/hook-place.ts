import path from 'node:path';
import { gitFolder, repositoryTop } from '../survey/git.ts';
import type { Ground } from './ground.ts';

/** git starts hooks at the repository's top; a line is one of the project's. */
export function hookLine(inside: string, run: string): string {
  return inside === '' ? run : `(cd ${quoted(inside)} && ${run})`;
}

export interface Repository {
  /** The path of the project below the repository's top; empty where it is the top, or without a repository. */
  inside: string;
  /** Absolute folder of the repository's settings and hooks. */
  settings: string;
}

/** Where the project lies in its repository. */
export function repositoryOf({ reader, root }: Pick<Ground, 'reader' | 'root'>): Repository {
  const top = repositoryTop(reader, root) ?? root;
  return { inside: path.relative(top, root).split(path.sep).join('/'), settings: gitFolder(reader, top) };
}

/** As one word of the shell's. */
function quoted(text: string): string {
  return /^[\w./-]+$/.test(text) ? text : `'${text.replaceAll("'", "'\\''")}'`;
}
