import path from 'node:path';
import { manifestNames } from '../ecosystems/marks.ts';
import type { Reader } from '../ports.ts';
import { gitFolder, hooksPathInSettings, repositoryTop } from '../survey/git.ts';
import { recordOf } from '../records.ts';
import { jsonIn } from '../text/json-text.ts';
import { readText } from '../text/utf8.ts';
import { COMMAND_LISTS, HOOK_FIELDS, OTHER_HOOK_FILES } from './hook-managers.ts';

/** What runs before a commit, as it is written down. */
export interface CommitHook {
  /** Relative to the host's root. */
  file: string;
  text: string;
}

const FOLDERS = ['.husky', '.githooks', '.hooks', '.config/husky', 'githooks', 'scripts/git-hooks'];

/** Everything in a host that says what runs before a commit: hooks in folders that managers of hooks use, their files, and fields of the manifest. */
export function hooksOf(reader: Reader, root: string): CommitHook[] {
  const found: CommitHook[] = [];
  const add = (file: string): void => {
    const text = readText(reader, path.join(root, file));
    if (text !== undefined) found.push({ file, text });
  };
  const told = hooksPathInSettings(reader, gitFolder(reader, repositoryTop(reader, root) ?? root));
  const own =
    told === undefined || path.posix.isAbsolute(told) || told.startsWith('..') ? [] : [told.replace(/\/_$/, '')];
  for (const folder of new Set([...own, ...FOLDERS])) add(path.posix.join(folder, 'pre-commit'));
  for (const file of [...COMMAND_LISTS, ...OTHER_HOOK_FILES]) add(file);
  for (const file of manifestNames()) {
    const text = hookFields(readText(reader, path.join(root, file)) ?? '');
    if (text !== undefined) found.push({ file, text });
  }
  return found;
}

/** What fields of the manifest say that runs before a commit: of several managers, each under its own name. */
function hookFields(manifest: string): string | undefined {
  const value = jsonIn(manifest);
  const fields = [...Object.values(HOOK_FIELDS), ['git-hooks']].map((keys) => [...keys, 'pre-commit']);
  const said = [...fields, ['pre-commit'], ['precommit']]
    .map((keys) => keys.reduce<unknown>((at, key) => recordOf(at)[key], value))
    .filter((one) => one !== undefined);
  return said.length === 0 ? undefined : JSON.stringify(said);
}
