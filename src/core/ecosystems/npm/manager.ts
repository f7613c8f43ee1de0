import path from 'node:path';
import { readText } from '../../text/utf8.ts';
import { placesOfProgram } from '../../search-path.ts';
import type { Reader } from '../../ports.ts';
import type { Manifest } from './manifest.ts';

export type ManagerName = 'npm' | 'pnpm' | 'yarn' | 'bun' | 'deno';

export interface ManagerFacts {
  name: ManagerName;
  /** Version of the program that would run here; undefined where it cannot be told. */
  version: string | undefined;
  /** Whether a program of that name is on the search path. */
  found: boolean;
  /** The version that the manifest asks for. */
  asked: string | undefined;
  /** Yarn in its first line (1.x), which works otherwise than the later ones. */
  classic: boolean;
  /** What the manager was told from, in words. */
  reason: string;
  /** File name of the lockfile that is there or that the manager would make. */
  lockfile: string;
  /** Every lockfile that is there; more than one is a fault. */
  lockfiles: string[];
  /** Files beside the lockfile that the manager writes in the root. */
  alsoWrites: string[];
}

const LOCKFILES: readonly (readonly [string, ManagerName])[] = [
  // Where both are there npm reads this one (npm-shrinkwrap.json(5)).
  ['npm-shrinkwrap.json', 'npm'],
  ['package-lock.json', 'npm'],
  ['pnpm-lock.yaml', 'pnpm'],
  ['yarn.lock', 'yarn'],
  ['bun.lock', 'bun'],
  ['bun.lockb', 'bun'],
  ['deno.lock', 'deno'],
];
const MAKES: Record<ManagerName, string> = {
  npm: 'package-lock.json',
  pnpm: 'pnpm-lock.yaml',
  yarn: 'yarn.lock',
  bun: 'bun.lock',
  deno: 'deno.lock',
};
/** The packages that bring each manager's program. */
const PROGRAMS: Record<ManagerName, readonly string[]> = {
  npm: ['npm'],
  pnpm: ['pnpm', '@pnpm/exe'],
  yarn: ['yarn', '@yarnpkg/cli', '@yarnpkg/cli-dist'],
  bun: ['bun'],
  deno: ['deno'],
};
// pnpm notes in its settings which packages wanted to run a script.
const ALSO_WRITES: Partial<Record<ManagerName, string[]>> = {
  pnpm: ['pnpm-workspace.yaml'],
  yarn: ['.pnp.cjs', '.pnp.loader.mjs', '.yarn/install-state.gz'],
};
const SETTINGS: readonly (readonly [string, ManagerName])[] = [
  ['pnpm-workspace.yaml', 'pnpm'],
  ['.yarnrc.yml', 'yarn'],
  ['bunfig.toml', 'bun'],
  ['deno.json', 'deno'],
  ['deno.jsonc', 'deno'],
];

/**
 * Tells a host's package manager from its manifest's `packageManager` field, else its lockfile, else a file of settings
 * that only one manager has; else takes npm.
 */
export function findManager(reader: Reader, root: string, manifest: Manifest, searchPath: string): ManagerFacts {
  const has = (file: string): boolean => reader.kind(path.join(root, file)) === 'file';
  const present = LOCKFILES.filter(([file]) => has(file));
  const declared = /^(npm|pnpm|yarn|bun|deno)@(\d[^+]*)/.exec(manifest.packageManager ?? '');
  const settings = present.length > 0 ? undefined : SETTINGS.find(([file]) => has(file));
  const name = (declared?.[1] as ManagerName | undefined) ?? present[0]?.[1] ?? settings?.[1] ?? 'npm';
  const own = present.find(([, manager]) => manager === name)?.[0];
  const reason = declared ? 'the "packageManager" field' : (own ?? settings?.[0] ?? 'no lockfile');
  const program = installedProgram(reader, name, searchPath);
  const asked = declared?.[2];
  const version = name === 'yarn' ? (releaseOf(reader, root) ?? program?.version) : program?.version;
  return {
    name,
    version: version ?? (program?.corepack ? asked : undefined),
    found: program !== undefined,
    asked,
    classic: name === 'yarn' && isClassic(reader, root, own, asked ?? version),
    reason,
    lockfile: own ?? MAKES[name],
    lockfiles: present.map(([file]) => file),
    alsoWrites: ALSO_WRITES[name] ?? [],
  };
}

function isClassic(reader: Reader, root: string, lockfile: string | undefined, version: string | undefined): boolean {
  const lock = lockfile === undefined ? '' : (readText(reader, path.join(root, lockfile)) ?? '');
  if (lock.startsWith('__metadata:') || lock.includes('\n__metadata:')) return false;
  if (lock.includes('# yarn lockfile v1')) return true;
  if (reader.kind(path.join(root, '.yarnrc.yml')) !== undefined) return false;
  return version?.startsWith('1.') ?? true;
}

/** The version of the release that a host of yarn's later line carries itself (its setting `yarnPath`). */
function releaseOf(reader: Reader, root: string): string | undefined {
  const settings = readText(reader, path.join(root, '.yarnrc.yml')) ?? '';
  return /^yarnPath:.*yarn-(\d+\.\d+\.\d+[^/]*?)\.c?js/m.exec(settings)?.[1];
}

/** A program on the search path and its version, read from its own manifest: much faster than to start it. */
function installedProgram(
  reader: Reader,
  name: ManagerName,
  searchPath: string,
): { version: string | undefined; corepack: boolean } | undefined {
  for (const program of placesOfProgram(name, { PATH: searchPath })) {
    if (!isThere(reader, program)) continue;
    // Windows has a script there, and the package beside it (npm docs, "folders": the global prefix).
    const beside = manifestIn(reader, path.join(path.dirname(program), 'node_modules', name));
    if (PROGRAMS[name].includes(beside?.name ?? '')) return { version: beside?.version, corepack: false };
    for (let at = path.dirname(reader.real(program)); path.dirname(at) !== at; at = path.dirname(at)) {
      const manifest = manifestIn(reader, at);
      if (manifest?.name === 'corepack') return { version: undefined, corepack: true };
      if (PROGRAMS[name].includes(manifest?.name ?? '')) return { version: manifest?.version, corepack: false };
    }
    return { version: undefined, corepack: false };
  }
  return undefined;
}

/** What lies in a folder that may not be looked into is not there for us, as it is not for those who start programs. */
function isThere(reader: Reader, file: string): boolean {
  try {
    return reader.kind(file) !== undefined;
  } catch {
    return false;
  }
}

function manifestIn(reader: Reader, folder: string): { name?: string; version?: string } | undefined {
  const text = readText(reader, path.join(folder, 'package.json'));
  if (text === undefined) return undefined;
  try {
    return JSON.parse(text) as { name?: string; version?: string };
  } catch {
    return undefined;
  }
}
