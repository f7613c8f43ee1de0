import { isRecord, recordOf, textsOf } from '../../records.ts';
import { stabilityNamed, type Stability } from './versions.ts';

export const MANIFEST = 'composer.json';
export const LOCKFILE = 'composer.lock';
export const SECTIONS = ['require', 'require-dev'] as const;
export type Section = (typeof SECTIONS)[number];

// The PHP runtime and its extensions are required like packages (Composer's documentation, "Platform packages").
const PLATFORM =
  /^(php(-64bit|-ipv6|-zts|-debug)?|hhvm|(ext|lib)-[a-z0-9](-?[a-z0-9._]+)*|composer(-plugin-api|-runtime-api)?)$/i;

/** Whether a requirement is one of the platform and no package. */
export function isPlatform(name: string): boolean {
  return PLATFORM.test(name);
}

/** What a composer.json says of its packages (Composer's documentation, "The composer.json schema"). */
export interface ComposerManifest {
  all: Record<string, unknown>;
  sections: Readonly<Record<Section, Readonly<Record<string, string>>>>;
  minimumStability: Stability;
  preferStable: boolean;
  /** Versions of PHP and extensions that are to be taken for those that run; `false` for one that is to be taken for missing. */
  platform: Readonly<Record<string, string | false>>;
  /** Plugins that may act, by name or pattern; undefined where all may. */
  plugins: Readonly<Record<string, boolean>> | boolean | undefined;
  /** The lockfile is turned off by the project itself. */
  lockOff: boolean;
  replace: Readonly<Record<string, string>>;
  provide: Readonly<Record<string, string>>;
  conflict: Readonly<Record<string, string>>;
}

/** A manifest as it is read; what is not as Composer has it counts as not said. */
export function composerManifest(all: Record<string, unknown>): ComposerManifest {
  const config = recordOf(all.config);
  const platform = Object.entries(recordOf(config.platform)).filter(
    (entry): entry is [string, string | false] => typeof entry[1] === 'string' || entry[1] === false,
  );
  return {
    all,
    sections: { require: textsOf(all.require), 'require-dev': textsOf(all['require-dev']) },
    minimumStability: stabilityNamed(all['minimum-stability']) ?? 'stable',
    preferStable: all['prefer-stable'] === true,
    platform: Object.fromEntries(platform),
    plugins: pluginsOf(config['allow-plugins']),
    lockOff: config.lock === false,
    replace: textsOf(all.replace),
    provide: textsOf(all.provide),
    conflict: textsOf(all.conflict),
  };
}

function pluginsOf(value: unknown): ComposerManifest['plugins'] {
  if (typeof value === 'boolean') return value;
  if (!isRecord(value)) return undefined;
  return Object.fromEntries(Object.entries(value).map(([name, allowed]) => [name, allowed === true]));
}

/** The entries of `repositories`, in order; by name where they are an object's members. */
export function repositoriesOf(all: Record<string, unknown>): { name: string | undefined; entry: unknown }[] {
  const { repositories } = all;
  if (Array.isArray(repositories)) return repositories.map((entry: unknown) => ({ name: undefined, entry }));
  return Object.entries(recordOf(repositories)).map(([name, entry]) => ({ name, entry }));
}
