import { isRecord, recordOf, textsOf } from '../../records.ts';
import { jsonIn } from '../../text/json-text.ts';

/** What a lockfile, an installed package or a repository tells of one version of a package. */
export interface Release {
  name: string;
  /** As its makers write it. */
  version: string;
  require: Readonly<Record<string, string>>;
  conflict: Readonly<Record<string, string>>;
  replace: Readonly<Record<string, string>>;
  provide: Readonly<Record<string, string>>;
  type: string;
  /** Programs that it brings, relative to its folder. */
  bin: readonly string[];
  /** Its makers have given it up: `true`, or what is to be used instead. */
  abandoned: boolean | string;
  /** Branches that count as versions (`extra.branch-alias`). */
  aliases: Readonly<Record<string, string>>;
  /** All that was told of it, as it was told. */
  raw: Readonly<Record<string, unknown>>;
}

/** One version of a package in Composer's own form; undefined where it has no name or version. */
export function releaseOf(value: unknown): Release | undefined {
  const raw = recordOf(value);
  const { name, version, type, bin, abandoned } = raw;
  if (typeof name !== 'string' || typeof version !== 'string') return undefined;
  const programs: unknown[] = Array.isArray(bin) ? bin : [bin];
  return {
    name: name.toLowerCase(),
    version,
    require: textsOf(raw.require),
    conflict: textsOf(raw.conflict),
    replace: textsOf(raw.replace),
    provide: textsOf(raw.provide),
    type: typeof type === 'string' ? type : 'library',
    bin: programs.filter((one) => typeof one === 'string'),
    abandoned: typeof abandoned === 'string' && abandoned !== '' ? abandoned : abandoned === true,
    aliases: textsOf(recordOf(raw.extra)['branch-alias']),
    raw,
  };
}

/** The packages that a lockfile holds, by name; none where its text is no lockfile. */
export function lockedReleases(text: string | undefined): ReadonlyMap<string, Release> {
  const lock = recordOf(jsonIn(text));
  return byName([lock.packages, lock['packages-dev']]);
}

/** The packages that are installed (`vendor/composer/installed.json`), by name. */
export function installedReleases(text: string | undefined): ReadonlyMap<string, Release> {
  const value = jsonIn(text);
  // Composer 1 wrote the list alone.
  return byName([Array.isArray(value) ? value : recordOf(value).packages]);
}

function byName(lists: readonly unknown[]): ReadonlyMap<string, Release> {
  const found = new Map<string, Release>();
  for (const list of lists)
    for (const one of Array.isArray(list) ? (list as unknown[]) : []) {
      const release = isRecord(one) ? releaseOf(one) : undefined;
      if (release) found.set(release.name, release);
    }
  return found;
}
