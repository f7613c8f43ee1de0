import type { Edit } from '../edits/edit.ts';
import path from 'node:path';
import { blockedJoint, type Joint } from './joint.ts';
import { hooksPathInScript, hooksPathInSettings } from '../survey/git.ts';
import { hookLine, repositoryOf, type Repository } from './hook-place.ts';
import { managedHook } from './managed-hook.ts';
import type { Ground } from './ground.ts';

/** The folder of hooks that Ligament makes. */
export const NEW_FOLDER = '.githooks';

/**
 * The joint "what runs before a commit": where the project's own manager of hooks has it, the hook in the folder that version control is
 * told to look in (githooks(5), `core.hooksPath`), else one in a new folder, to which the manifest's `prepare` script leads whoever
 * installs the project.
 */
export function hookJoint(ground: Ground): Joint<'hooks.pre-commit'> | undefined {
  // Hooks belong to the whole project.
  if (ground.workspace.folder !== '.') return undefined;
  const managed = managedHook(ground);
  if (managed) return managed;
  const prepare = ground.workspace.manifest.scripts.prepare;
  const place = repositoryOf(ground);
  const told = hooksFolder(ground, place, prepare);
  const line = (run: string): string => hookLine(place.inside, run);
  if (told === ELSEWHERE) {
    return blockedJoint('hooks.pre-commit', ground.manifest, 'hooks outside of the project', {
      reason: 'the repository looks for its hooks outside of this project',
      handwork: 'Add the line to the pre-commit hook in the folder that this names: git config core.hooksPath',
    });
  }
  if (told !== undefined) return hookFile(ground, path.posix.join(told, 'pre-commit'), line, []);
  const own = path.posix.join(place.inside, NEW_FOLDER);
  const active = ground.reader
    .list(path.join(place.settings, 'hooks'))
    .map(({ name }) => name)
    .filter((name) => !name.endsWith('.sample'));
  if (active.length > 0) {
    return blockedJoint('hooks.pre-commit', `.git/hooks/${active[0] ?? ''}`, 'hooks of your own', {
      reason: 'there are hooks in .git/hooks, which would not run any more',
      handwork: `Move them into a folder ${own} of the repository and run: git config core.hooksPath ${own}`,
    });
  }
  const value = `git config core.hooksPath ${own}`;
  const pointer = '/scripts/prepare';
  // What the script does already goes first, and ends it where that fails.
  const edit: Edit =
    prepare === undefined
      ? { file: ground.manifest, format: 'json', operation: { op: 'set', pointer, value } }
      : {
          file: ground.manifest,
          format: 'json',
          operation: { op: 'set', pointer, value: `${prepare} && ${value}`, replace: prepare },
        };
  return hookFile(ground, path.posix.join(NEW_FOLDER, 'pre-commit'), line, [edit]);
}

/** A hook that is a script of its own. */
function hookFile(
  ground: Ground,
  file: string,
  line: (run: string) => string,
  besides: readonly Edit[],
): Joint<'hooks.pre-commit'> {
  const present = ground.has(file);
  return {
    name: 'hooks.pre-commit',
    state: present ? 'present' : 'makeable',
    file,
    detail: present ? 'a hook' : 'a new hook',
    tie: (tie) => [
      {
        file,
        format: 'lines',
        operation: { op: 'ensure', line: line(tie.run) },
        seed: '#!/bin/sh\n',
        executable: true,
      },
      ...besides,
    ],
  };
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
