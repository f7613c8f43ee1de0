import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import * as tar from 'tar';
import type { ShelvedPackage } from './shelf.ts';

export interface Packed {
  file: string;
  integrity: string;
  shasum: string;
}

/** Packs packages as npm does (all files below `package/`), each once; the tarballs stay in a cache folder. */
export class Packer {
  readonly #cache: string;
  readonly #packed = new Map<string, Promise<Packed>>();

  constructor(cache: string) {
    this.#cache = cache;
    fs.mkdirSync(cache, { recursive: true });
  }

  pack(shelved: ShelvedPackage): Promise<Packed> {
    const key = `${shelved.name}@${shelved.version}`;
    const known = this.#packed.get(key) ?? this.#make(shelved);
    this.#packed.set(key, known);
    return known;
  }

  async #make(shelved: ShelvedPackage): Promise<Packed> {
    const { name, version, manifest } = shelved;
    const file =
      shelved.tarball ??
      path.join(this.#cache, `${name.replace('/', '+')}-${version}${shelved.folder ? '' : '.known'}.tgz`);
    if (!fs.existsSync(file)) {
      const folder = shelved.folder ?? this.#standIn(shelved);
      const bundles = Array.isArray(manifest.bundleDependencies) || Array.isArray(manifest.bundledDependencies);
      const entries = fs.readdirSync(folder).filter((entry) => bundles || entry !== 'node_modules');
      const temporary = `${file}.${process.pid}`;
      // Nothing of this machine goes in, so that packing again gives the same bytes.
      await tar.create(
        { file: temporary, cwd: folder, prefix: 'package', portable: true, gzip: { level: 1 }, mtime: new Date(0) },
        entries,
      );
      fs.renameSync(temporary, file);
    }
    const bytes = fs.readFileSync(file);
    const digest = (algorithm: string, encoding: 'base64' | 'hex'): string =>
      createHash(algorithm).update(bytes).digest(encoding);
    return { file, integrity: `sha512-${digest('sha512', 'base64')}`, shasum: digest('sha1', 'hex') };
  }

  /** A folder for a package that is only known, since it is for another platform: some managers fetch these as well. */
  #standIn({ name, version, manifest }: ShelvedPackage): string {
    const folder = path.join(this.#cache, 'known', `${name.replace('/', '+')}-${version}`);
    fs.mkdirSync(folder, { recursive: true });
    fs.writeFileSync(path.join(folder, 'package.json'), JSON.stringify(manifest));
    return folder;
  }
}
