import type { Edit } from '../edits/edit.ts';
import path from 'node:path';
import picomatch from 'picomatch';
import type { TieOf } from '../definition/ties.ts';
import { readTextList } from '../formats/script/read.ts';
import type { ConfigAddress } from '../formats/script/values.ts';
import type { Joint } from './joint.ts';
import { ownFiles } from '../survey/own-files.ts';
import { importedSiblings } from '../uses/imported-siblings.ts';
import { isVendored } from '../survey/vendored.ts';
import { isPlainGlob } from '../text/plain-glob.ts';
import { matchesWildcard } from '../text/wildcard.ts';
import type { Ground } from './ground.ts';

/**
 * The joint "the globs of a tool's own configuration". A list that is there is completed: with those of the wanted globs
 * that reach a source which it does not. One in which something else than texts stands is its owner's to judge.
 */
export function globsJoint(ground: Ground): Joint {
  return {
    name: 'tool.globs',
    state: 'makeable',
    file: ground.inHost('.'),
    anywhere: true,
    detail: "in the tool's own configuration",
    tie: (tie) => completed(ground, tie),
  };
}

function completed(ground: Ground, { named, lists, cover }: TieOf<'tool.globs'>): Edit[] {
  const name = ground.names(ground.inHost('.')).find((one) => named.some((pattern) => matchesWildcard(one, pattern)));
  if (name === undefined) return [];
  const file = ground.inHost(name);
  const around = { file, style: ground.workspace.style };
  const text = ground.text(file) ?? '';
  for (const pointer of lists) {
    const address: ConfigAddress = { pointer };
    const globs = readTextList(text, address, around);
    if (!globs?.every(isPlainGlob)) continue;
    const wanted = readTextList(`export default { list: ${cover} }`, { pointer: '/list' }, around) ?? [];
    return lacking(ground, globs, wanted).map((glob) => ({
      file,
      format: 'script',
      operation: { op: 'item', address, code: `'${glob}'` },
    }));
  }
  return [];
}

/** Those of the wanted globs that reach a source which the list does not. */
function lacking(ground: Ground, globs: readonly string[], wanted: readonly string[]): string[] {
  const matcher = (glob: string): ((file: string) => boolean) => picomatch(glob.replace(/^\.\//, ''));
  const kept = globs.filter((glob) => !glob.startsWith('!'));
  const left = globs.filter((glob) => glob.startsWith('!')).map((glob) => matcher(glob.slice(1)));
  const have = kept.map(matcher);
  const own = [...ownFiles(ground.reader, path.join(ground.root, ground.workspace.folder)), ...filesBeside(ground)];
  const open = own.filter((file) => !isVendored(file) && ![...have, ...left].some((reaches) => reaches(file)));
  return wanted.filter((glob) => {
    const reaches = matcher(glob);
    return open.some((file) => reaches(file));
  });
}

/** The sources of packages beside the workspace that it imports, by the way to them from the workspace. */
function filesBeside({ reader, root, workspace }: Ground): string[] {
  return importedSiblings(reader, root, workspace).flatMap((folder) => {
    const way = path.posix.relative(workspace.folder, folder);
    return [...ownFiles(reader, path.join(root, folder))].map((file) => path.posix.join(way, file));
  });
}
