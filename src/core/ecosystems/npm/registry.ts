import type { RegistryDoor, Packument } from './registry-door.ts';
import path from 'node:path';
import { EXIT, Problem } from '../../problem.ts';
import { nodeReader } from '../../doors/node-reader.ts';
import type { NpmRegistry } from './npm-registry.ts';
import { fromDigest } from './packument-digest.ts';
import { RegistryCache } from './registry-cache.ts';

/** npm's own reader of settings waits for ever at a pipe. Throws a Problem (status 3) where something else than a file is in their place. */
function refuseOddSettings(hostRoot: string): void {
  const file = path.join(hostRoot, '.npmrc');
  if (nodeReader.kind(file) === undefined || nodeReader.read(file)) return;
  throw new Problem({
    status: EXIT.refused,
    what: '.npmrc is not a regular file',
    where: { file: '.npmrc' },
    why: 'it is a pipe, a socket, a device or a folder, and every npm command would wait for it',
    next: 'Nothing was changed. Remove it, or put a file in its place.',
  });
}

// What is known to be wrong with a version is asked for again after an hour, and so is what was not told.
const HOUR_MS = 3600_000;
// A version that is published stays as it is.
const YEAR_MS = 365 * 24 * HOUR_MS;

/** The registry of a host: what is kept and fresh first, else what the network says; offline what is kept, however old. */
export function openRegistry(
  hostRoot: string,
  environment: Readonly<Record<string, string | undefined>>,
  offline: boolean,
): RegistryDoor {
  const cache = new RegistryCache(hostRoot, environment);
  const known = new Map<string, Promise<Packument | undefined>>();
  let opened: Promise<NpmRegistry> | undefined;
  const network = (): Promise<NpmRegistry> => {
    refuseOddSettings(hostRoot);
    // Loaded only where it is needed: the client of the network is large.
    opened ??= import('./npm-registry.ts').then(({ openNpmRegistry }) =>
      openNpmRegistry(hostRoot, environment, offline),
    );
    return opened;
  };
  const ask = async (name: string): Promise<Packument | undefined> => {
    const kept = cache.packument(name, offline ? undefined : Date.now());
    if (kept) return fromDigest(kept);
    const answer = await (await network()).ask(name);
    if (answer) cache.keep(answer.digest, Date.now() + answer.freshSeconds * 1000);
    return answer && fromDigest(answer.digest);
  };
  return {
    packument(name) {
      const answer = known.get(name) ?? ask(name);
      known.set(name, answer);
      return answer;
    },
    async archive(name, version) {
      return (await network()).archive(name, version);
    },
    async advisories(versions) {
      if (offline || Object.keys(versions).length === 0) return [];
      const kept = cache.advisories(versions, Date.now());
      if (kept) return kept;
      const told = await (await network()).advisories(versions);
      if (told) cache.keepAdvisories(versions, told, Date.now() + HOUR_MS);
      return told ?? [];
    },
    async published(name, version) {
      const kept = cache.published(name, version, offline ? undefined : Date.now());
      if (kept || offline) return kept;
      const told = await (await network()).published(name, version);
      const isTold = told?.license !== undefined || told?.unpackedBytes !== undefined;
      if (told) cache.keepPublished(name, version, told, Date.now() + (isTold ? YEAR_MS : HOUR_MS));
      return told;
    },
    async packageSettings() {
      const kept = cache.packageSettings();
      if (kept) return kept;
      const { settings } = await network();
      cache.keepPackageSettings(settings);
      return settings;
    },
  };
}
