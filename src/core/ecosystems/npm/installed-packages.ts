import path from 'node:path';
import { readText } from '../../text/utf8.ts';
import type { Reader } from '../../ports.ts';
import { isRecord, textsOf } from '../../records.ts';
import { lockedVersions, type LockedVersion } from './locked-versions.ts';

export interface InstalledPackage {
  version: string;
  /** What it wants beside it; undefined where only its version is known. */
  peers: Readonly<Record<string, string>> | undefined;
}

/**
 * What is installed in a host, found as Node.js finds it: in the `node_modules` of a folder or of one above it, up to the
 * host's root. Under yarn's Plug'n'Play there is no such folder: there the lockfile tells.
 */
export class InstalledPackages {
  readonly #reader: Reader;
  readonly #root: string;
  readonly #lockfile: string;
  readonly #modules = new Map<string, boolean>();
  readonly #found = new Map<string, InstalledPackage | undefined>();
  #locked: LockedVersion | undefined;
  #plugged: boolean | undefined;

  constructor(reader: Reader, root: string, lockfile: string) {
    this.#reader = reader;
    this.#root = root;
    this.#lockfile = lockfile;
  }

  installed(folder: string, name: string, range: string): InstalledPackage | undefined {
    for (let at = folder; ; at = path.posix.dirname(at)) {
      const found = this.#hasModules(at) ? this.#read(path.join(this.#root, at, 'node_modules', name)) : undefined;
      if (found) return found;
      if (at === '.') break;
    }
    this.#plugged ??= this.#reader.kind(path.join(this.#root, '.pnp.cjs')) !== undefined;
    const version = this.#plugged ? this.locked(folder, name, range) : undefined;
    return version === undefined ? undefined : { version, peers: undefined };
  }

  locked(folder: string, name: string, range: string): string | undefined {
    this.#locked ??= lockedVersions(this.#reader, this.#root, this.#lockfile);
    return this.#locked(folder, name, range);
  }

  #hasModules(folder: string): boolean {
    const known = this.#modules.get(folder);
    if (known !== undefined) return known;
    const has = this.#reader.kind(path.join(this.#root, folder, 'node_modules')) !== undefined;
    this.#modules.set(folder, has);
    return has;
  }

  #read(folder: string): InstalledPackage | undefined {
    if (this.#found.has(folder)) return this.#found.get(folder);
    const found = manifestOf(readText(this.#reader, path.join(folder, 'package.json')));
    this.#found.set(folder, found);
    return found;
  }
}

function manifestOf(text: string | undefined): InstalledPackage | undefined {
  if (text === undefined) return undefined;
  try {
    const manifest: unknown = JSON.parse(text);
    if (!isRecord(manifest) || typeof manifest.version !== 'string') return undefined;
    return { version: manifest.version, peers: textsOf(manifest.peerDependencies) };
  } catch {
    return undefined;
  }
}
