import path from 'node:path';
import type { Doors } from '../ports.ts';
import { askGit, gitFolder, hooksPathInSettings, repositoryTop } from '../survey/git.ts';

const FOLDER = '.githooks';

/**
 * Version control is not left looking for hooks in a folder of Ligament's making that is gone: it would then run none at all
 * (githooks(5), `core.hooksPath`). Any other setting is the developer's own. Throws nothing: the change itself stands.
 */
export async function releaseHooks(doors: Doors, root: string): Promise<void> {
  const { files } = doors;
  try {
    const top = repositoryTop(files, root);
    if (top === undefined || files.kind(path.join(root, FOLDER)) !== undefined) return;
    const own = path.posix.join(path.relative(top, root).split(path.sep).join('/'), FOLDER);
    if (hooksPathInSettings(files, gitFolder(files, top)) !== own) return;
    const pattern = `^${own.replaceAll(/[.\\]/g, '\\$&')}$`;
    await askGit(doors, root, ['config', '--local', '--unset', 'core.hooksPath', pattern]);
  } catch {
    // A setting that stays says only where no hook is.
  }
}
