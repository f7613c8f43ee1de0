import path from 'node:path';
import picomatch from 'picomatch';
import type { GlobsTie } from '../definition/ties.ts';
import { readTextList } from '../formats/script/read.ts';
import type { ConfigAddress } from '../formats/script/values.ts';
import type { Edit, Joint } from '../joints.ts';
import { isVendored } from '../survey/vendored.ts';
import { isLike } from '../uses/wildcard.ts';
import type { Ground } from './stack.ts';

const MOST_FILES = 5000;
const PASSED_OVER = /^(\..*|node_modules|dist|build|out|coverage)$/;

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
    tie: (tie) => (tie.at === 'tool.globs' ? completed(ground, tie) : []),
  };
}

function completed(ground: Ground, { named, lists, cover }: GlobsTie): Edit[] {
  const name = ground.names(ground.inHost('.')).find((one) => named.some((pattern) => isLike(one, pattern)));
  if (name === undefined) return [];
  const file = ground.inHost(name);
  const around = { file, style: ground.workspace.style };
  const text = ground.text(file) ?? '';
  for (const pointer of lists) {
    const address: ConfigAddress = { pointer };
    const globs = readTextList(text, address, around);
    if (!globs) continue;
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
  const open = sources(ground).filter((file) => ![...have, ...left].some((reaches) => reaches(file)));
  return wanted.filter((glob) => open.some(matcher(glob)));
}

/** The workspace's own files, relative to it. */
function sources(ground: Ground): string[] {
  const found: string[] = [];
  const folders = ['.'];
  while (folders.length > 0 && found.length < MOST_FILES) {
    const folder = folders.shift() ?? '.';
    for (const { name, kind } of ground.reader.list(path.join(ground.root, ground.inHost(folder)))) {
      const file = path.posix.join(folder, name);
      if (kind === 'file' && !isVendored(file)) found.push(file);
      else if (kind === 'folder' && !PASSED_OVER.test(name)) folders.push(file);
    }
  }
  return found;
}
