import path from 'node:path';
import { packagesFolders } from '../ecosystems/marks.ts';
import { readConfig, readPaths, takenFrom, type ReadValue, type Taken } from '../formats/script/read.ts';
import type { ReadPath } from '../formats/script/paths.ts';
import type { ConfigAddress, ConfigRoot } from '../formats/script/values.ts';
import { ownModule } from './app-module.ts';
import type { ConfigFile } from './config-file.ts';
import type { Ground } from './ground.ts';

/** A module that a configuration, or a part of it, stands in. */
export interface ConfigHome {
  /** Host-relative. */
  file: string;
  text: string;
  /** The export that it is, where that is not the default one. */
  root?: ConfigRoot | undefined;
}

const MOST_HOMES = 12;

/**
 * The modules of the host that a configuration is made of: itself, then those that it takes values or functions from, in packages
 * beside it, too. Nothing where there is no file.
 */
export function configHomes(ground: Ground, { file, text }: ConfigFile): ConfigHome[] {
  if (text === undefined) return [];
  const homes: ConfigHome[] = [{ file, text }];
  for (let index = 0; index < homes.length && homes.length < MOST_HOMES; index += 1) {
    const home = homes[index];
    if (!home) break;
    for (const one of takenFrom(home.text, home.file)) {
      const module = moduleOf(ground, home.file, one);
      const own = module === undefined ? undefined : ground.text(module);
      if (module === undefined || own === undefined) continue;
      const root = rootOf(one);
      if (!homes.some((known) => known.file === module && nameOf(known.root) === nameOf(root)))
        homes.push({ file: module, text: own, root });
    }
  }
  return homes;
}

function rootOf({ name }: Taken): ConfigRoot | undefined {
  return name === 'default' || name === '*' ? undefined : { export: name };
}

function nameOf(root: ConfigRoot | undefined): string {
  return root && 'export' in root ? root.export : 'default';
}

/** The script that a module name means from a configuration: the host's own, or one of a package beside the workspace. */
function moduleOf(ground: Ground, from: string, { from: target }: Taken): string | undefined {
  if (target.startsWith('.')) return ownModule(ground, from, target);
  const parts = target.split('/');
  const name = parts.slice(0, target.startsWith('@') ? 2 : 1).join('/');
  const folder = ground.workspace.sibling(name);
  if (folder === undefined) return undefined;
  const below = parts.slice(target.startsWith('@') ? 2 : 1).join('/');
  const names = below === '' ? ['index', 'src/index', 'main'] : [below, `src/${below}`, `${below}/index`];
  const endings = ['', '.ts', '.mts', '.js', '.mjs', '.cjs'];
  return ground.first(
    names
      .flatMap((one) => endings.map((ending) => path.posix.join(folder, one + ending)))
      .filter((one) => /\.[cm]?[jt]s$/.test(one)),
  );
}

/** What is told at an address, and the module that tells it. */
export interface FoundValue {
  value: ReadValue;
  home: ConfigHome;
}

/** What a configuration says at an address: its own module, else the nearest that it takes something from and that says it. */
export function valueIn(ground: Ground, homes: readonly ConfigHome[], address: ConfigAddress): FoundValue | undefined {
  for (const home of homes) {
    const around = { file: home.file, style: ground.workspace.style };
    const value = readConfig(home.text, { ...address, root: home.root }, around);
    if (value.kind === 'path' || value.kind === 'object') return { value, home };
    // Where the object itself can be read, what is computed there is what counts.
    const whole = readConfig(home.text, { ...address, pointer: '', root: home.root }, around);
    if (value.kind === 'computed' && whole.kind === 'object') return { value, home };
  }
  return undefined;
}

/** The path at an address from the host's root; one that is written plainly is relative to `base` (host-relative). */
export function pathIn(
  ground: Ground,
  homes: readonly ConfigHome[],
  address: ConfigAddress,
  base: string,
): string | undefined {
  const found = valueIn(ground, homes, address);
  return found?.value.kind === 'path' ? fromRoot(found.home, found.value, base) : undefined;
}

/** The folder at an address from the workspace on; one that is written plainly, and the usual one, are relative to `base` (host-relative). */
export function folderIn(
  ground: Ground,
  homes: readonly ConfigHome[],
  address: ConfigAddress,
  { base, usual }: { base: string; usual: string },
): string {
  const told = pathIn(ground, homes, address, base) ?? path.posix.join(base, usual);
  return path.posix.relative(ground.workspace.folder, told) || usual;
}

/** The text at an address, where it is written out. */
export function textIn(ground: Ground, homes: readonly ConfigHome[], address: ConfigAddress): string | undefined {
  const found = valueIn(ground, homes, address);
  return found?.value.kind === 'path' && !found.value.anchored ? found.value.path : undefined;
}

/** The paths of the members of an object at an address, by their keys. */
export function pathsIn(
  ground: Ground,
  homes: readonly ConfigHome[],
  address: ConfigAddress,
): { key: string; path: ReadPath; home: ConfigHome }[] {
  return homes.flatMap((home) => {
    const around = { file: home.file, style: ground.workspace.style };
    const found = readPaths(home.text, { ...address, root: home.root }, around);
    return [...found].map(([key, one]) => ({ key, path: one, home }));
  });
}

/** Import aliases that a configuration has at an address, with the host-relative folders and modules that they stand for. */
export function aliasesIn(ground: Ground, homes: readonly ConfigHome[], address: ConfigAddress): Map<string, string> {
  // What is not made of the place that it stands in is the name of a module.
  const anchored = pathsIn(ground, homes, address).filter(({ path: one }) => one.anchored);
  const found = anchored.map(({ key, path: one, home }): [string, string] => [
    key.replace(/\$$/, ''),
    fromRoot(home, one, ground.workspace.folder),
  ]);
  // Where two say the same the nearer one counts.
  return new Map(found.reverse());
}

/** Aliases for something of the workspace, from this on. */
export function fromWorkspace(ground: Ground, aliases: ReadonlyMap<string, string>): Map<string, string> {
  const { folder } = ground.workspace;
  const lead = folder === '.' ? '' : `${folder}/`;
  const isOwn = (to: string): boolean =>
    to.startsWith(lead) && !/^(\.\.|\/)/.test(to) && !to.split('/').some((part) => packagesFolders().includes(part));
  const own = [...aliases].filter(([, to]) => isOwn(to));
  return new Map(own.map(([name, to]) => [name, to.slice(lead.length)]));
}

/** A path that stands in a module, from the host's root. */
export function fromRoot(home: ConfigHome, { path: one, anchored }: ReadPath, base: string): string {
  return path.posix.normalize(path.posix.join(anchored ? path.posix.dirname(home.file) : base, one));
}
