import path from 'node:path';
import { importedModules, readConfig, readPaths, readTexts } from '../../formats/script/read.ts';
import type { ConfigAddress } from '../../formats/script/values.ts';
import { fromRoot, textIn, type ConfigHome } from '../../joints/config-home.ts';
import type { Ground } from '../../joints/ground.ts';
import { at } from './vite-addresses.ts';

/** Apps whose pages a server makes: the configuration names what these load (Vite's docs, "Backend Integration"). */
export interface Entries {
  /** Scripts, style sheets and pages, host-relative, in their order. */
  files: string[];
  /** The configuration that names them, host-relative. */
  by: string;
  /** Where the build goes, relative to the workspace, where who names them says it. */
  output?: string | undefined;
}

// Plugins that are given the entries and say where the build goes: their packages, and the folder that they build into.
const TAKES_ENTRIES = [
  { from: 'laravel-vite-plugin', pointers: ['/input', ''], root: 'public', folder: 'build' },
] as const;

// Plugins that build into another folder than the bundler would, where the configuration names none.
const BUILDS_INTO: readonly [string, string][] = [['vite-plugin-symfony', 'public/build']];

const INPUTS = ['/build/rollupOptions/input', '/build/rolldownOptions/input'];

/** What the configuration names as entries; undefined where it names none that can be read. */
export function entriesOf(ground: Ground, homes: readonly ConfigHome[]): Entries | undefined {
  return entriesOfPlugin(ground, homes) ?? entriesOfBuild(ground, homes);
}

function entriesOfPlugin(ground: Ground, homes: readonly ConfigHome[]): Entries | undefined {
  for (const { from, pointers, root, folder } of TAKES_ENTRIES) {
    for (const home of homes) {
      const given = (pointer: string): ConfigAddress => ({
        pointer,
        root: { call: { from, name: 'default' }, argument: 0 },
      });
      const around = { file: home.file, style: ground.workspace.style };
      const named = pointers.flatMap((pointer) => readTexts(home.text, given(pointer), around));
      const files = named.map((one) => ground.inHost(one)).filter((file) => ground.has(file));
      if (files.length === 0) continue;
      const told = (pointer: string, usual: string): string => {
        const value = readConfig(home.text, given(pointer), around);
        return value.kind === 'path' ? value.path : usual;
      };
      const output = path.posix.join(told('/publicDirectory', root), told('/buildDirectory', folder));
      return { files, by: home.file, output };
    }
  }
  return undefined;
}

function entriesOfBuild(ground: Ground, homes: readonly ConfigHome[]): Entries | undefined {
  for (const home of homes) {
    const around = { file: home.file, style: ground.workspace.style };
    for (const pointer of INPUTS) {
      const address = { ...at(pointer), root: home.root };
      const paths = [...readPaths(home.text, address, around).values()];
      const named = paths.map((one) => fromRoot(home, one, ground.workspace.folder));
      const listed = readTexts(home.text, address, around).map((one) => ground.inHost(one));
      const files = [...named, ...listed].filter((file) => ground.has(file));
      if (files.length > 0) return { files, by: home.file, output: outputOf(ground, homes) };
    }
  }
  return undefined;
}

function outputOf(ground: Ground, homes: readonly ConfigHome[]): string | undefined {
  if (textIn(ground, homes, at('/build/outDir')) !== undefined) return undefined;
  const names = homes.flatMap(({ text, file }) => importedModules(text, file));
  return BUILDS_INTO.find(([name]) => names.includes(name))?.[1];
}
