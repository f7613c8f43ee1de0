import path from 'node:path';
import { blockedJoint, type Joint } from './joint.ts';
import { gitFolder, hooksPathInScript, hooksPathInSettings, repositoryTop } from '../survey/git.ts';
import type { Ground } from './ground.ts';

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
  const place = repositoryOf(ground);
  const told = hooksFolder(ground, place, prepare);
  if (told === ELSEWHERE) {
    return blockedJoint('hooks.pre-commit', ground.manifest, 'hooks outside of the project', {
      reason: 'the repository looks for its hooks outside of this project',
      handwork: 'Add the line to the pre-commit hook in the folder that this names: git config core.hooksPath',
    });
  }
  const file = path.posix.join(told ?? NEW_FOLDER, 'pre-commit');
  const present = ground.has(file);
  const own = path.posix.join(place.inside, NEW_FOLDER);
  const active = ground.reader
    .list(path.join(place.settings, 'hooks'))
    .map(({ name }) => name)
    .filter((name) => !name.endsWith('.sample'));
  if (told === undefined && active.length > 0) {
    return blockedJoint('hooks.pre-commit', `.git/hooks/${active[0] ?? ''}`, 'hooks of your own', {
      reason: 'there are hooks in .git/hooks, which would not run any more',
      handwork: `Move them into a folder ${own} of the repository and run: git config core.hooksPath ${own}`,
    });
  }
  if (told === undefined && prepare !== undefined) {
    return blockedJoint('hooks.pre-commit', ground.manifest, 'a prepare script', {
      reason: `its "prepare" script does something else already (${prepare})`,
      handwork: `Add to the "prepare" script: && git config core.hooksPath ${own}`,
    });
  }
  return {
    name: 'hooks.pre-commit',
    state: present ? 'present' : 'makeable',
    file,
    detail: present ? 'a hook' : 'a new hook',
    tie(tie) {
      const value = `git config core.hooksPath ${own}`;
      const pointer = '/scripts/prepare';
      // git starts hooks at the repository's top; the line is one of the project's.
      const line = place.inside === '' ? tie.run : `(cd ${quoted(place.inside)} && ${tie.run})`;
      return [
        { file, format: 'lines', operation: { op: 'ensure', line }, seed: '#!/bin/sh\n', executable: true },
        ...(told === undefined
          ? [{ file: ground.manifest, format: 'json' as const, operation: { op: 'set' as const, pointer, value } }]
          : []),
      ];
    },
  };
}

interface Repository {
  /** The path of the project below the repository's top; empty where it is the top, or without a repository. */
  inside: string;
  /** Absolute folder of the repository's settings and hooks. */
  settings: string;
}

function repositoryOf({ reader, root }: Ground): Repository {
  const top = repositoryTop(reader, root) ?? root;
  return { inside: path.relative(top, root).split(path.sep).join('/'), settings: gitFolder(reader, top) };
}

// No folder of a project: what a hook must not be looked for in.
const ELSEWHERE = '..';

/**
 * The folder in the project that the manifest's scripts or the repository's own settings name, which is relative to the repository's
 * top (git-config(1), core.hooksPath); `..` for one outside of the project, undefined without one.
 */
function hooksFolder(
  { reader }: Ground,
  { inside, settings }: Repository,
  prepare: string | undefined,
): string | undefined {
  const folder = hooksPathInScript(prepare) ?? hooksPathInSettings(reader, settings);
  if (folder === undefined) return undefined;
  if (path.posix.isAbsolute(folder)) return ELSEWHERE;
  const below = path.posix.relative(inside, path.posix.normalize(folder));
  if (below.startsWith('..')) return ELSEWHERE;
  // A folder of somebody's tool that forwards to the hooks one level above (`.tool/_`).
  return path.posix.normalize(below.replace(/\/_$/, ''));
}

/** As one word of the shell's. */
function quoted(text: string): string {
  return /^[\w./-]+$/.test(text) ? text : `'${text.replaceAll("'", "'\\''")}'`;
}
