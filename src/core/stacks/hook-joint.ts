import path from 'node:path';
import { blockedJoint, type Joint } from '../joints.ts';
import type { Ground } from './stack.ts';

/** The folder of hooks that Ligament makes. */
export const NEW_FOLDER = '.githooks';

/**
 * The joint "what runs before a commit": the hook in the folder that version control is told to look in (githooks(5),
 * `core.hooksPath`), else in a new one, to which the manifest's `prepare` script leads whoever installs the project.
 */
export function hookJoint(ground: Ground): Joint | undefined {
  // Hooks belong to the whole project.
  if (ground.workspace.folder !== '.') return undefined;
  const prepare = ground.workspace.manifest.scripts.prepare;
  const told = hooksFolder(ground, prepare);
  const file = path.posix.join(told ?? NEW_FOLDER, 'pre-commit');
  const present = ground.has(file);
  const active = ground.names('.git/hooks').filter((name) => !name.endsWith('.sample'));
  if (told === undefined && active.length > 0) {
    return blockedJoint('hooks.pre-commit', `.git/hooks/${active[0] ?? ''}`, 'hooks of your own', {
      reason: 'there are hooks in .git/hooks, which would not run any more',
      handwork: `Move them into a folder ${NEW_FOLDER} of the project and run: git config core.hooksPath ${NEW_FOLDER}`,
    });
  }
  if (told === undefined && prepare !== undefined) {
    return blockedJoint('hooks.pre-commit', 'package.json', 'a prepare script', {
      reason: `its "prepare" script does something else already (${prepare})`,
      handwork: `Add to the "prepare" script: && git config core.hooksPath ${NEW_FOLDER}`,
    });
  }
  return {
    name: 'hooks.pre-commit',
    state: present ? 'present' : 'makeable',
    file,
    detail: present ? 'a hook' : 'a new hook',
    tie(tie) {
      if (tie.at !== 'hooks.pre-commit') return [];
      const value = `git config core.hooksPath ${NEW_FOLDER}`;
      const pointer = '/scripts/prepare';
      return [
        { file, format: 'lines', operation: { op: 'ensure', line: tie.run }, seed: '#!/bin/sh\n', executable: true },
        ...(told === undefined
          ? [{ file: 'package.json', format: 'json' as const, operation: { op: 'set' as const, pointer, value } }]
          : []),
      ];
    },
  };
}

/** The folder that the manifest's scripts or the repository's own settings name; undefined without one. */
function hooksFolder(ground: Ground, prepare: string | undefined): string | undefined {
  const byScript = /core\.hooksPath[= ]+["']?([\w./-]+)/i.exec(prepare ?? '')?.[1];
  const bySettings = /^\s*hooksPath\s*=\s*"?([^"\r\n]+?)"?\s*$/im.exec(ground.text('.git/config') ?? '')?.[1];
  const folder = byScript ?? bySettings;
  if (folder === undefined || path.posix.isAbsolute(folder) || folder.startsWith('..')) return undefined;
  // A folder of somebody's tool that forwards to the hooks one level above (`.tool/_`).
  return path.posix.normalize(folder.replace(/\/_$/, ''));
}
