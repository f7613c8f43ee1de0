import path from 'node:path';
import { manifestNames } from '../ecosystems/marks.ts';
import type { Reader } from '../ports.ts';
import { gitFolder, hooksPathInSettings, repositoryTop } from '../survey/git.ts';
import { isRecord } from '../records.ts';
import { readText } from '../text/utf8.ts';

/** What runs before a commit, as it is written down. */
export interface CommitHook {
  /** Relative to the host's root. */
  file: string;
  text: string;
}

const FOLDERS = ['.husky', '.githooks', '.hooks', '.config/husky', 'githooks', 'scripts/git-hooks'];
const FILES = [
  'lefthook.yml',
  '.lefthook.yml',
  'lefthook.yaml',
  '.pre-commit-config.yaml',
  '.simple-git-hooks.json',
  '.simple-git-hooks.js',
  '.huskyrc',
  '.huskyrc.json',
  '.huskyrc.js',
];

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
  for (const file of FILES) add(file);
  for (const file of manifestNames()) {
    const text = hookFields(readText(reader, path.join(root, file)) ?? '');
    if (text !== undefined) found.push({ file, text });
  }
  return found;
}

/** What fields of the manifest say that runs before a commit: of several managers, each under its own name. */
function hookFields(manifest: string): string | undefined {
  try {
    const value: unknown = JSON.parse(manifest.replace(/^\uFEFF/, ''));
    if (!isRecord(value)) return undefined;
    const husky = isRecord(value.husky) ? value.husky : {};
    const nested = isRecord(husky.hooks) ? husky.hooks : {};
    const fields = [value['simple-git-hooks'], value.gitHooks, value['git-hooks'], nested]
      .flatMap((one) => (isRecord(one) ? [one['pre-commit']] : []))
      .concat([value['pre-commit'], value.precommit]);
    const said = fields.filter((one) => one !== undefined);
    return said.length === 0 ? undefined : JSON.stringify(said);
  } catch {
    return undefined;
  }
}
