import { type Ledger, ledgerFile } from '../../ledger/record.ts';
import path from 'node:path';
import type { Context } from '../../host/context.ts';
import { readText } from '../../text/utf8.ts';
import { askGitWithoutFilters, type askGit } from '../../survey/git.ts';
import { sourceFiles } from '../../survey/source-files.ts';
import { takeBackSplices } from '../../text/splices.ts';
import { editsOn } from '../../edits/replay.ts';

/**
 * Where a file that is gone has been moved to: by what version control says of it, else the one file of the same name
 * that has every edit exactly as it was made. Undefined where neither is certain.
 */
export async function movedFile(context: Context, file: string, going: readonly Ledger[]): Promise<string | undefined> {
  const owner = going.find(({ edits }) => edits.some((edit) => edit.file === file));
  const renamed = owner && (await renamedInGit(context, file, owner));
  return renamed ?? (await movedAsItWas(context, file, going));
}

/** The rename since the commit that brought the record, in which the edits were made (git-diff(1), --name-status -z). */
async function renamedInGit({ doors, host }: Context, file: string, ledger: Ledger): Promise<string | undefined> {
  const git = (...args: string[]): ReturnType<typeof askGit> => askGitWithoutFilters(doors, host.root, args);
  const record = ledgerFile(ledger.workspace, ledger.integration);
  const since = await git('log', '-1', '--format=%H', '--diff-filter=A', '--', record);
  if (since.status !== 0) return undefined;
  const args = [
    'diff',
    '--no-ext-diff',
    '--no-textconv',
    '--ignore-submodules=all',
    '--name-status',
    '-z',
    '--find-renames',
    '--relative',
    '--diff-filter=R',
  ];
  const { stdout } = await git(...args, since.stdout.trim() || 'HEAD', '--');
  const parts = stdout.split('\0');
  for (let at = 0; at + 2 < parts.length; at += 3) if (parts[at + 1] === file) return parts[at + 2];
  return undefined;
}

async function movedAsItWas(context: Context, file: string, going: readonly Ledger[]): Promise<string | undefined> {
  const { root } = context.host;
  const splices = editsOn(file, going).flatMap(({ edit }) => (edit.splices?.length ? [edit.splices] : []));
  if (splices.length === 0) return undefined;
  const name = path.posix.basename(file);
  const found = (await sourceFiles(context.doors, root)).filter((other) => {
    if (path.posix.basename(other) !== name) return false;
    const text = readText(context.reader, path.join(root, other));
    return text !== undefined && splices.every((made) => takeBackSplices(text, made) !== undefined);
  });
  return found.length === 1 ? found[0] : undefined;
}
