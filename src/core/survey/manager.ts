import path from 'node:path';
import { readText } from '../doors/text.ts';
import type { Reader } from '../ports.ts';
import type { Manifest } from './manifest.ts';

export type ManagerName = 'npm' | 'pnpm' | 'yarn' | 'bun' | 'deno';

export interface ManagerFacts {
  name: ManagerName;
  /** Version of the program that would run here; undefined where it is not installed. */
  version: string | undefined;
  /** What the manager was told from, in words. */
  reason: string;
  /** File name of the lockfile that is there or that the manager would make. */
  lockfile: string;
  /** Every lockfile that is there; more than one is a fault. */
  lockfiles: string[];
}

const LOCKFILES: readonly (readonly [string, ManagerName])[] = [
  ['package-lock.json', 'npm'],
  ['npm-shrinkwrap.json', 'npm'],
  ['pnpm-lock.yaml', 'pnpm'],
  ['yarn.lock', 'yarn'],
  ['bun.lock', 'bun'],
  ['bun.lockb', 'bun'],
  ['deno.lock', 'deno'],
];

/** Tells a host's package manager from its manifest's `packageManager` field, else its lockfile, else takes npm. */
export function findManager(reader: Reader, root: string, manifest: Manifest, searchPath: string): ManagerFacts {
  const present = LOCKFILES.filter(([file]) => reader.kind(path.join(root, file)) === 'file');
  const declared = /^(npm|pnpm|yarn|bun|deno)@(\d[^+]*)/.exec(manifest.packageManager ?? '');
  const name = (declared?.[1] as ManagerName | undefined) ?? present[0]?.[1] ?? 'npm';
  const own = present.find(([, manager]) => manager === name)?.[0];
  const reason = declared ? 'the "packageManager" field' : own ? own : 'no lockfile';
  return {
    name,
    version: installedProgram(reader, name, searchPath),
    reason,
    lockfile: own ?? LOCKFILES.find(([, manager]) => manager === name)?.[0] ?? 'package-lock.json',
    lockfiles: present.map(([file]) => file),
  };
}

/** The version of a program on the search path, read from its own manifest: much faster than to start it. */
function installedProgram(reader: Reader, name: ManagerName, searchPath: string): string | undefined {
  for (const folder of searchPath.split(path.delimiter)) {
    const program = path.join(folder, name);
    if (folder === '' || reader.kind(program) === undefined) continue;
    for (let at = path.dirname(reader.real(program)); path.dirname(at) !== at; at = path.dirname(at)) {
      const text = readText(reader, path.join(at, 'package.json'));
      if (text === undefined) continue;
      try {
        const manifest = JSON.parse(text) as { name?: string; version?: string };
        if (manifest.name === name || manifest.name === `@${name}/cli`) return manifest.version;
      } catch {
        return undefined;
      }
    }
  }
  return undefined;
}
