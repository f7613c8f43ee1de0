import fs from 'node:fs';
import path from 'node:path';

/** A package that lies ready on disk, or one that is only known from a lockfile (made for another platform). */
export interface ShelvedPackage {
  name: string;
  version: string;
  /** Its folder; undefined where it is only known. */
  folder: string | undefined;
  manifest: Record<string, unknown>;
  /** The tarball that it was installed from, where npm's cache still has it. */
  tarball?: string | undefined;
}

/** All packages in some trees of installed packages: by name, then by version. */
export type Shelf = Map<string, Map<string, ShelvedPackage>>;

interface LockedPackage {
  version?: string;
  integrity?: string;
  optional?: boolean;
  os?: string[];
  cpu?: string[];
  libc?: string[];
  engines?: Record<string, string>;
}

/**
 * Finds every package below the `node_modules` of some folders, and in their lockfiles those for other platforms; with npm's cache
 * (cacache, content by its digest) also the tarballs that they came from.
 */
export function fillShelf(folders: readonly string[], npmCache?: string): Shelf {
  const shelf: Shelf = new Map();
  for (const folder of folders) {
    collect(path.join(folder, 'node_modules'), shelf);
    addKnown(path.join(folder, 'package-lock.json'), shelf);
    if (npmCache !== undefined) addTarballs(path.join(folder, 'package-lock.json'), npmCache, shelf);
  }
  return shelf;
}

function collect(modules: string, shelf: Shelf): void {
  if (!fs.existsSync(modules)) return;
  for (const entry of fs.readdirSync(modules, { withFileTypes: true })) {
    if (!entry.isDirectory() || entry.name.startsWith('.')) continue;
    const folder = path.join(modules, entry.name);
    if (entry.name.startsWith('@')) collect(folder, shelf);
    else collectPackage(folder, shelf);
  }
}

function collectPackage(folder: string, shelf: Shelf): void {
  collect(path.join(folder, 'node_modules'), shelf);
  const file = path.join(folder, 'package.json');
  if (!fs.existsSync(file)) return;
  const manifest = JSON.parse(fs.readFileSync(file, 'utf8')) as Record<string, unknown>;
  const { name, version } = manifest;
  if (typeof name === 'string' && typeof version === 'string') put(shelf, { name, version, folder, manifest });
}

function addKnown(lockfile: string, shelf: Shelf): void {
  if (!fs.existsSync(lockfile)) return;
  const { packages = {} } = JSON.parse(fs.readFileSync(lockfile, 'utf8')) as {
    packages?: Record<string, LockedPackage>;
  };
  for (const [place, locked] of Object.entries(packages)) {
    const name = place.split('node_modules/').at(-1) ?? '';
    const { version, optional, os, cpu, libc, engines } = locked;
    if (name === '' || version === undefined || !optional || shelf.get(name)?.has(version)) continue;
    const manifest = {
      name,
      version,
      ...(os ? { os } : {}),
      ...(cpu ? { cpu } : {}),
      ...(libc ? { libc } : {}),
      ...(engines ? { engines } : {}),
    };
    put(shelf, { name, version, folder: undefined, manifest });
  }
}

function addTarballs(lockfile: string, npmCache: string, shelf: Shelf): void {
  if (!fs.existsSync(lockfile)) return;
  const { packages = {} } = JSON.parse(fs.readFileSync(lockfile, 'utf8')) as {
    packages?: Record<string, LockedPackage & { name?: string }>;
  };
  for (const [place, { name, version = '', integrity }] of Object.entries(packages)) {
    const shelved = shelf.get(name ?? place.split('node_modules/').at(-1) ?? '')?.get(version);
    const [algorithm = '', digest = ''] = integrity?.split(/-(.*)/s) ?? [];
    if (!shelved || digest === '') continue;
    const hex = Buffer.from(digest, 'base64').toString('hex');
    const file = path.join(npmCache, '_cacache/content-v2', algorithm, hex.slice(0, 2), hex.slice(2, 4), hex.slice(4));
    if (fs.existsSync(file)) shelved.tarball = file;
  }
}

function put(shelf: Shelf, shelved: ShelvedPackage): void {
  const versions = shelf.get(shelved.name) ?? new Map<string, ShelvedPackage>();
  if (!versions.has(shelved.version)) versions.set(shelved.version, shelved);
  shelf.set(shelved.name, versions);
}
