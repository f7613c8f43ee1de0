import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import writeFileAtomic from 'write-file-atomic';
import { cacheFolder } from './cache-folder.ts';
import { ifThere } from './node-reader.ts';
import type { PackumentDigest } from './packument-digest.ts';

type Environment = Readonly<Record<string, string | undefined>>;

/** How packages are saved and installed by the settings. */
export interface Saving {
  exact: boolean;
  prefix: string | undefined;
  ignoreScripts: boolean;
}

interface Kept {
  /** Milliseconds since 1970 until which the answer need not be asked for again. */
  until: number;
  digest: PackumentDigest;
}

/**
 * Answers of the registries that a host's settings name, cut down: what is fresh is had without even reading the
 * settings. Each set of settings has a folder of its own, so that an answer is never taken from another registry.
 */
export class RegistryCache {
  readonly #folder: string;

  constructor(hostRoot: string, environment: Environment) {
    this.#folder = path.join(cacheFolder(environment), 'registry', 'known', settingsKey(hostRoot, environment));
  }

  /** What is kept of a package; only what is fresh at `now`, unless `now` is undefined. */
  packument(name: string, now: number | undefined): PackumentDigest | undefined {
    const kept = this.#read(this.#fileOf(name)) as Kept | undefined;
    return kept && (now === undefined || now < kept.until) && kept.digest.name === name ? kept.digest : undefined;
  }

  keep(digest: PackumentDigest, until: number): void {
    this.#write(this.#fileOf(digest.name), { until, digest });
  }

  saving(): Saving | undefined {
    return this.#read(path.join(this.#folder, 'saving.json')) as Saving | undefined;
  }

  keepSaving(saving: Saving): void {
    this.#write(path.join(this.#folder, 'saving.json'), saving);
  }

  #fileOf(name: string): string {
    return path.join(this.#folder, 'packages', `${encodeURIComponent(name)}.json`);
  }

  #read(file: string): unknown {
    const bytes = ifThere(() => fs.readFileSync(file));
    if (!bytes) return undefined;
    try {
      return JSON.parse(bytes.toString());
    } catch {
      return undefined;
    }
  }

  #write(file: string, value: unknown): void {
    try {
      fs.mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 });
      // What is lost by a power cut is asked for again: nothing waits for the disk.
      writeFileAtomic.sync(file, JSON.stringify(value), { mode: 0o600, fsync: false });
    } catch {
      // A cache that cannot be written is asked for again; nothing else depends on it.
    }
  }
}

/** Changes whenever anything changes that could name another registry (npmrc(5), "Files" and environment variables). */
function settingsKey(hostRoot: string, environment: Environment): string {
  const hash = createHash('sha256');
  const prefix = environment.PREFIX ?? path.dirname(path.dirname(process.execPath));
  const home = environment.HOME ?? environment.USERPROFILE ?? '';
  for (const file of [
    path.join(hostRoot, '.npmrc'),
    path.join(hostRoot, '.yarnrc.yml'),
    path.join(hostRoot, 'pnpm-workspace.yaml'),
    environment.npm_config_userconfig ?? path.join(home, '.npmrc'),
    path.join(home, '.yarnrc.yml'),
    environment.npm_config_globalconfig ?? path.join(prefix, 'etc', 'npmrc'),
  ]) {
    hash.update(`\0${file}\0`).update(ifThere(() => fs.readFileSync(file)) ?? '');
  }
  const settings = Object.keys(environment).filter(
    (name) => /^(npm|yarn|pnpm_config)_/i.test(name) || name === 'NPM_TOKEN',
  );
  // npm's own bookkeeping differs from one run to the next and names no registry.
  for (const name of settings
    .filter((one) => !/^npm_(package|lifecycle|command|execpath|node_execpath)/i.test(one))
    .sort())
    hash.update(`\0${name}=${environment[name] ?? ''}`);
  return hash.digest('hex').slice(0, 32);
}
