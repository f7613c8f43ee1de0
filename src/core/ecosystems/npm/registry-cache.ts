import type { PublishedFacts } from '../work.ts';
import type { Advisory, PackageSettings } from './registry-door.ts';
import { createHash } from 'node:crypto';
import path from 'node:path';
import { cacheFolder } from '../../doors/cache-folder.ts';
import { readKept, writeKept } from '../../doors/kept-values.ts';
import { nodeReader } from '../../doors/node-reader.ts';
import type { PackumentDigest } from './packument-digest.ts';

type Environment = Readonly<Record<string, string | undefined>>;

type Versions = Readonly<Record<string, readonly string[]>>;

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
    const kept = readKept(this.#fileOf(name)) as Kept | undefined;
    return kept && (now === undefined || now < kept.until) && kept.digest.name === name ? kept.digest : undefined;
  }

  keep(digest: PackumentDigest, until: number): void {
    writeKept(this.#fileOf(digest.name), { until, digest });
  }

  /** What was told of exactly these versions, while it is fresh at `now`. */
  advisories(versions: Versions, now: number): Advisory[] | undefined {
    const kept = readKept(this.#advisoriesFile(versions)) as { until: number; advisories: Advisory[] } | undefined;
    return kept && now < kept.until ? kept.advisories : undefined;
  }

  keepAdvisories(versions: Versions, advisories: readonly Advisory[], until: number): void {
    writeKept(this.#advisoriesFile(versions), { until, advisories });
  }

  /** What is published of a version; only what is fresh at `now`, unless `now` is undefined. */
  published(name: string, version: string, now: number | undefined): PublishedFacts | undefined {
    const kept = readKept(this.#publishedFile(name, version)) as { until: number; facts: PublishedFacts } | undefined;
    return kept && (now === undefined || now < kept.until) ? kept.facts : undefined;
  }

  keepPublished(name: string, version: string, facts: PublishedFacts, until: number): void {
    writeKept(this.#publishedFile(name, version), { until, facts });
  }

  packageSettings(): PackageSettings | undefined {
    return readKept(this.#settingsFile()) as PackageSettings | undefined;
  }

  keepPackageSettings(settings: PackageSettings): void {
    writeKept(this.#settingsFile(), settings);
  }

  #fileOf(name: string): string {
    return path.join(this.#folder, 'packages', `${encodeURIComponent(name)}.json`);
  }

  #publishedFile(name: string, version: string): string {
    return path.join(this.#folder, 'published', `${encodeURIComponent(`${name}@${version}`)}.json`);
  }

  #advisoriesFile(versions: Versions): string {
    const sorted = Object.keys(versions)
      .sort()
      .map((name) => [name, [...(versions[name] ?? [])].sort()]);
    const key = createHash('sha256').update(JSON.stringify(sorted)).digest('hex').slice(0, 32);
    return path.join(this.#folder, 'advisories', `${key}.json`);
  }

  #settingsFile(): string {
    return path.join(this.#folder, 'package-settings.json');
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
    const text = Buffer.from(nodeReader.read(file) ?? []).toString('utf8');
    hash.update(`\0${file}\0${text}`);
    // Settings may take their values from any variable (npmrc(5): "${NAME}").
    for (const [, name = ''] of text.matchAll(/\$\{(\w+)/g)) hash.update(`\0${name}=${environment[name] ?? ''}`);
  }
  const settings = Object.keys(environment).filter((name) => /^(npm|pnpm)_config_|^yarn_/i.test(name));
  for (const name of settings.sort()) hash.update(`\0${name}=${environment[name] ?? ''}`);
  return hash.digest('hex').slice(0, 32);
}
