import path from 'node:path';
import { readText } from '../doors/text.ts';
import type { Doors } from '../ports.ts';

const FOLDER = '.githooks';

/**
 * Version control is not left looking for hooks in a folder of Ligament's making that is gone: it would then run none at all
 * (githooks(5), `core.hooksPath`). Any other setting is the developer's own. Throws nothing: the change itself stands.
 */
export async function releaseHooks({ files, processes }: Doors, root: string): Promise<void> {
  try {
    if (files.kind(path.join(root, FOLDER)) !== undefined) return;
    const settings = readText(files, path.join(root, '.git/config')) ?? '';
    if (!/^\s*hooksPath\s*=\s*"?\.githooks"?\s*$/im.test(settings)) return;
    const args = ['config', '--local', '--unset', 'core.hooksPath', '^\\.githooks$'];
    await processes.run('git', args, { cwd: root });
  } catch {
    // A setting that stays says only where no hook is.
  }
}
