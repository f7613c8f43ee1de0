import { getNodeValue, parseTree } from 'jsonc-parser';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { nodeReader } from '../../doors/node-reader.ts';
import type { Doors } from '../../ports.ts';
import { isRecord, recordOf, textsOf } from '../../records.ts';
import { jsonIn } from '../../text/json-text.ts';
import { readText } from '../../text/utf8.ts';
import { flaggedStability } from './constraints.ts';
import { composerManifest, MANIFEST, SECTIONS } from './manifest.ts';
import type { NameFilter } from './name-filter.ts';
import { quietEnvironment } from './quiet-environment.ts';

const ASKS_REPOSITORIES = ['config', 'repositories', '--no-plugins', '--no-interaction'];

type Environment = Readonly<Record<string, string | undefined>>;

/** A place where packages are looked for (Composer's documentation, "Repositories"). */
export type Repository = { filter: NameFilter; canonical: boolean } & (
  | { type: 'composer'; url: string }
  | { type: 'path'; folder: string; versions: Readonly<Record<string, string>> }
  | { type: 'artifact'; folder: string }
  | { type: 'package'; packages: readonly unknown[] }
  /** Version control and older kinds: only Composer itself reads them. */
  | { type: 'other'; what: string; url: string }
);

/** Credentials in the form of auth.json (Composer's documentation, "Authentication for privately hosted packages"). */
export interface Credentials {
  basic: Readonly<Record<string, { username: string; password: string }>>;
  bearer: Readonly<Record<string, string>>;
}

/** What settings of the project and the user say of where packages come from. */
export interface ComposerSettings {
  credentials: Credentials;
  /** The project takes branches of packages. */
  branches: boolean;
  /** Repositories may be asked over HTTP. */
  insecure: boolean;
  /** Everything that an answer depends on, as texts: the cache tells its answers apart by it. */
  basis: string[];
}

/** The folder of the user's own settings, as Composer finds it (its documentation, "COMPOSER_HOME"). */
export function composerHome(environment: Environment): string {
  if (environment.COMPOSER_HOME) return environment.COMPOSER_HOME;
  if (environment.APPDATA && process.platform === 'win32') return path.join(environment.APPDATA, 'Composer');
  const home = environment.HOME ?? '/';
  const xdg =
    Object.keys(environment).some((name) => name.startsWith('XDG_')) || nodeReader.kind('/etc/xdg') === 'folder';
  const folders = [
    ...(xdg ? [path.join(environment.XDG_CONFIG_HOME ?? path.join(home, '.config'), 'composer')] : []),
    path.join(home, '.composer'),
  ];
  return folders.find((folder) => nodeReader.kind(folder) === 'folder') ?? folders[0] ?? home;
}

/** Reads the settings for a project's folder (absolute): its manifest, its auth.json, the user's own, and the environment. */
export function composerSettings(folder: string, environment: Environment): ComposerSettings {
  const home = composerHome(environment);
  const read = (file: string): Record<string, unknown> => recordOf(jsonIn(readText(nodeReader, file)));
  const project = read(path.join(folder, 'composer.json'));
  const user = read(path.join(home, 'config.json'));
  const secure = recordOf(project.config)['secure-http'] ?? recordOf(user.config)['secure-http'];
  const { minimumStability, sections } = composerManifest(project);
  const ranges = SECTIONS.flatMap((section) => Object.values(sections[section]));
  const credentials = [
    recordOf(user.config),
    read(path.join(home, 'auth.json')),
    recordOf(project.config),
    read(path.join(folder, 'auth.json')),
    recordOf(jsonIn(environment.COMPOSER_AUTH)),
  ];
  return {
    credentials: credentials.reduce<Credentials>(withCredentials, { basic: {}, bearer: {} }),
    branches: minimumStability === 'dev' || ranges.some((range) => flaggedStability(range) === 'dev'),
    insecure: secure === false,
    basis: [JSON.stringify([project.repositories, user.repositories]), JSON.stringify(credentials), folder],
  };
}

function withCredentials({ basic, bearer }: Credentials, said: Record<string, unknown>): Credentials {
  const pairs = Object.entries(recordOf(said['http-basic'])).flatMap(([host, value]) => {
    const { username, password } = recordOf(value);
    return typeof username === 'string' && typeof password === 'string'
      ? [[host, { username, password }] as const]
      : [];
  });
  return { basic: { ...basic, ...Object.fromEntries(pairs) }, bearer: { ...bearer, ...textsOf(said.bearer) } };
}

/**
 * The repositories of a project, in the order in which they are asked, as Composer itself has them: its own settings, the user's, and its
 * default one. Composer reads nothing else of the project: it would tidy up the folder that this names for caches. Throws an Error that says
 * why where Composer cannot tell.
 */
export async function repositoriesFor(
  folder: string,
  { processes, environment }: Pick<Doors, 'processes' | 'environment'>,
): Promise<Repository[]> {
  const { repositories } = recordOf(jsonIn(readText(nodeReader, path.join(folder, MANIFEST))));
  const own = fs.mkdtempSync(path.join(fs.realpathSync(os.tmpdir()), 'ligament-repositories-'));
  try {
    const manifest = path.join(own, MANIFEST);
    // One with a version has nobody ask git for it.
    fs.writeFileSync(manifest, JSON.stringify({ version: '1.0.0', repositories }));
    const result = await processes.run('composer', ASKS_REPOSITORIES, {
      cwd: own,
      timeoutMs: 60_000,
      environment: { ...quietEnvironment(environment), COMPOSER: manifest },
    });
    if (result.failure === 'ENOENT') throw new Error('composer is not installed');
    const text = result.stdout.split('\n').find((line) => /^[[{]/.test(line));
    if (result.status !== 0 || text === undefined) throw new Error('composer config repositories gave no answer');
    return entriesIn(text).flatMap((entry) => (isRecord(entry) ? (repositoryOf(entry, folder) ?? []) : []));
  } finally {
    fs.rmSync(own, { recursive: true, force: true });
  }
}

/** The values of a JSON list or object in the order in which they are written: as an object its numbered members would be put in order. */
function entriesIn(text: string): unknown[] {
  const root = parseTree(text);
  const children = root?.children ?? [];
  return children.flatMap((child) => {
    const value = child.type === 'property' ? child.children?.[1] : child;
    return value ? [getNodeValue(value) as unknown] : [];
  });
}

function repositoryOf(entry: Record<string, unknown>, folder: string): Repository | undefined {
  const { type, url, options } = entry;
  const common = {
    filter: { only: textList(entry.only), exclude: textList(entry.exclude) ?? [] },
    canonical: entry.canonical !== false,
  };
  if (type === 'package') {
    const packages: unknown[] = Array.isArray(entry.package) ? entry.package : [entry.package];
    return { ...common, type, packages };
  }
  if (typeof type !== 'string' || typeof url !== 'string') return undefined;
  if (type === 'composer') return { ...common, type, url: addressOf(url) };
  if (type === 'path')
    return { ...common, type, folder: path.resolve(folder, url), versions: textsOf(recordOf(options).versions) };
  if (type === 'artifact') return { ...common, type, folder: path.resolve(folder, url) };
  return { ...common, type: 'other', what: type, url: withoutSecrets(url) };
}

/** An address as Composer takes it: one without a scheme is meant for HTTPS. */
function addressOf(url: string): string {
  const whole = /^[a-z]+:\/\//i.test(url) ? url : `https://${url}`;
  return whole.replace(/\/packages\.json$/, '').replace(/\/+$/, '');
}

/** An address without what names somebody. */
export function withoutSecrets(url: string): string {
  return url.replace(/\/\/[^/@]*@/, '//');
}

function textList(value: unknown): string[] | undefined {
  return Array.isArray(value) ? value.filter((one) => typeof one === 'string') : undefined;
}
