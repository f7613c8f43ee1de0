import path from 'node:path';
import type { Edit } from '../edits/edit.ts';
import { joinPointer } from '../formats/json-pointer.ts';
import { isRecord, recordOf } from '../records.ts';
import { runsProgram } from '../text/command-words.ts';
import { blockedJoint, type Joint } from './joint.ts';
import type { Ground } from './ground.ts';
import { COMMAND_LISTS, HOOK_FIELDS, OTHER_HOOK_FILES } from './hook-managers.ts';
import { hookLine, repositoryOf } from './hook-place.ts';

type HookJoint = Joint<'hooks.pre-commit'>;

/** The joint where the project has a manager of hooks: its own place, in its own form. Undefined without one. */
export function managedHook(ground: Ground): HookJoint | undefined {
  return inManifest(ground) ?? inHookFolder(ground) ?? inCommandList(ground) ?? byOtherTool(ground);
}

function inManifest(ground: Ground): HookJoint | undefined {
  const { all } = ground.workspace.manifest;
  for (const [name, field] of Object.entries(HOOK_FIELDS)) {
    const keys = [...field, 'pre-commit'];
    const own = recordOf(all)[keys[0] ?? ''];
    if (!isRecord(own)) continue;
    // Only the version that reads it looks there.
    if (!ground.declares(name) && name === 'husky') continue;
    const held = keys.slice(1).reduce<unknown>((at, key) => (isRecord(at) ? at[key] : undefined), own);
    if (held !== undefined && typeof held !== 'string') continue;
    return commandField(ground, joinPointer(keys), held);
  }
  const scripts = all['pre-commit'];
  if (!Array.isArray(scripts) && typeof scripts !== 'string') return undefined;
  return blockedJoint('hooks.pre-commit', ground.manifest, 'scripts that run before a commit', {
    reason: 'its "pre-commit" names scripts of the manifest that run before a commit',
    handwork: 'Add a script for the command to "scripts", and its name to "pre-commit".',
  });
}

function commandField(ground: Ground, pointer: string, held: string | undefined): HookJoint {
  const file = ground.manifest;
  return {
    name: 'hooks.pre-commit',
    state: held === undefined ? 'makeable' : 'present',
    file,
    detail: 'a command in the manifest',
    tie({ run }) {
      if (held === undefined) return [{ file, format: 'json', operation: { op: 'set', pointer, value: run } }];
      if (runsAlready(held, run)) return [];
      const value = `${held} && ${run}`;
      return [{ file, format: 'json', operation: { op: 'set', pointer, value, replace: held } }];
    },
  };
}

/** Hooks in a folder that the package husky leads to (its versions from 5 on). */
function inHookFolder(ground: Ground): HookJoint | undefined {
  const major = Number(ground.versionOf('husky')?.split('.')[0] ?? 9);
  if (!ground.declares('husky') || major < 5) return undefined;
  const scripts = Object.values(ground.workspace.manifest.scripts);
  const named = scripts.flatMap((script) => /\bhusky(?:\s+install)?\s+([\w./-]+)/.exec(script)?.[1] ?? []);
  const folder = named.find((one) => one !== 'install' && one !== 'init') ?? '.husky';
  const file = path.posix.join(folder, 'pre-commit');
  const text = ground.text(file);
  const { inside } = repositoryOf(ground);
  return {
    name: 'hooks.pre-commit',
    state: text === undefined ? 'makeable' : 'present',
    file,
    detail: text === undefined ? 'a new hook' : 'a hook',
    tie({ run }): Edit[] {
      if (text !== undefined && runsAlready(text, run)) return [];
      const seed = major < 9 ? '#!/usr/bin/env sh\n. "$(dirname -- "$0")/_/husky.sh"\n\n' : '';
      const operation = { op: 'ensure' as const, line: hookLine(inside, run) };
      return [{ file, format: 'lines', operation, seed, executable: true }];
    },
  };
}

/** A list of commands by name, as lefthook has it (its docs: "Configuration", `commands`). */
function inCommandList(ground: Ground): HookJoint | undefined {
  const file = ground.first(COMMAND_LISTS.map((name) => ground.inHost(name)));
  if (file === undefined) return undefined;
  const text = ground.text(file) ?? '';
  // Its other form is a list of jobs, whose order counts.
  if (/^\s+jobs\s*:/m.test(text))
    return blockedJoint('hooks.pre-commit', file, 'a list of jobs', {
      reason: 'it has a list of jobs, in which the order counts',
      handwork: 'Add a job that runs the command to "pre-commit".',
    });
  return {
    name: 'hooks.pre-commit',
    state: 'present',
    file,
    detail: 'commands by name',
    tie({ run }) {
      if (runsAlready(text, run)) return [];
      const name = run.split(' ').at(-1) ?? run;
      const pointer = joinPointer(['pre-commit', 'commands', name, 'run']);
      return [{ file, format: 'yaml', operation: { op: 'set', pointer, value: run } }];
    },
  };
}

function byOtherTool(ground: Ground): HookJoint | undefined {
  const file = ground.first(OTHER_HOOK_FILES.map((name) => ground.inHost(name)));
  if (file === undefined) return undefined;
  return blockedJoint('hooks.pre-commit', file, 'hooks that another tool manages', {
    reason: `${file} says what runs before a commit`,
    handwork: `Add the command to what ${file} runs before a commit.`,
  });
}

/** Whether a hook runs a program already, however it is started there. */
function runsAlready(text: string, run: string): boolean {
  const program = run.replace(/^npx\s+(--\S+\s+)*/, '').split(' ')[0] ?? run;
  return runsProgram(text, program);
}
