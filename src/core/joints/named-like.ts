import path from 'node:path';
import { wayTo } from '../path-names.ts';
import { COMPONENT_ENDINGS, loadedBy, ownModule } from './app-module.ts';
import type { Ground } from './ground.ts';

/**
 * How a module names another file, as it names some others (any where none are given): by the same alias or folder, with as much of its ending; by the way to it
 * where it names none of them, scripts without their endings. Files are relative to the host's root.
 */
export function namedLike(ground: Ground, importer: string, file: string, others?: readonly string[]): string {
  const folder = path.posix.dirname(importer);
  for (const written of loadedBy(ground.text(importer) ?? '')) {
    const known = ownModule(ground, importer, written, COMPONENT_ENDINGS);
    if (known === undefined || others?.includes(known) === false) continue;
    const short = (one: string): string => withoutEnding(one, leftOut(known, written));
    if (written.startsWith('.')) return short(wayTo(folder, file));
    const [name, home] = withoutTail(written, short(known));
    if (home === '' || file.startsWith(`${home}/`))
      return name + short(file).slice(home === '' || name !== '' ? home.length : home.length + 1);
  }
  return wayTo(folder, file).replace(/\.[cm]?[jt]sx?$/, '');
}

/** What a name leaves out of the file that it means. */
function leftOut(file: string, written: string): 'nothing' | 'ending' | 'index' {
  if (file.endsWith(written.replace(/^\.*\//, '')) || path.posix.extname(written) === path.posix.extname(file))
    return 'nothing';
  const { name } = path.posix.parse(file);
  return path.posix.basename(written) === name ? 'ending' : 'index';
}

function withoutEnding(file: string, out: ReturnType<typeof leftOut>): string {
  if (out === 'nothing') return file;
  const bare = file.slice(0, file.length - path.posix.extname(file).length);
  return out === 'index' ? bare.replace(/\/index$/, '') : bare;
}

/** Two paths without what both end in, folder by folder. */
function withoutTail(one: string, other: string): [string, string] {
  const [a, b] = [one.split('/'), other.split('/')];
  while (a.length > 0 && b.length > 0 && a.at(-1) === b.at(-1)) {
    a.pop();
    b.pop();
  }
  return [a.join('/'), b.join('/')];
}
