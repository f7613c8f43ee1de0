import { readFileSync } from 'node:fs';
import path from 'node:path';
import fetch from 'make-fetch-happen';
import { unzipSync } from 'fflate';
import { nodeReader } from '../../doors/node-reader.ts';
import { recordOf } from '../../records.ts';
import { jsonIn } from '../../text/json-text.ts';
import { readText } from '../../text/utf8.ts';
import { matchesWildcard } from '../../text/wildcard.ts';
import { releaseOf, type Release } from './lock.ts';
import { expanded } from './minified.ts';
import { matchesName } from './name-filter.ts';
import type { Credentials, Repository } from './repositories.ts';
import { freshSeconds, PATIENCE } from '../registry-answers.ts';

/** What one repository has of a package, and for how many seconds that holds. */
export interface Answer {
  releases: Release[];
  freshSeconds: number;
}

/** One repository, asked for packages; undefined where it has none of that name. */
export type AskRepository = (name: string) => Promise<Answer | undefined>;

export interface ClientOptions {
  /** Where answers are kept with what they are told apart by (RFC 9110, section 13). */
  cache: string;
  offline: boolean;
  credentials: Credentials;
  /** The project takes branches of packages. */
  branches: boolean;
  /** Repositories may be asked over HTTP. */
  insecure: boolean;
}

/** A repository of a kind that can be read without Composer; undefined for the others. */
export function openRepository(repository: Repository, options: ClientOptions): AskRepository | undefined {
  switch (repository.type) {
    case 'composer':
      return overProtocol(repository.url, options);
    case 'path':
      return inFolders(repository.folder, repository.versions);
    case 'artifact':
      return inArchives(repository.folder);
    case 'package':
      return (name) => Promise.resolve(held(repository.packages, name));
    case 'other':
      return undefined;
  }
}

// Larger than any package's document.
const LARGEST = 64 << 20;

/** What a repository says of itself (packages.json). */
interface Index {
  metadata: string | undefined;
  /** Names or patterns of the packages that it has; undefined where it does not say. */
  available: readonly string[] | undefined;
  /** Packages that it tells of in one go. */
  inline: Record<string, unknown>;
}

/** A repository of Composer's own protocol, over HTTP or from a folder (`file:`). */
function overProtocol(url: string, options: ClientOptions): AskRepository {
  const client = new Client(url, options);
  let index: Promise<Index> | undefined;
  return async (name) => {
    index ??= readIndex(client);
    const { metadata, available, inline } = await index;
    const own = inline[name];
    if (own !== undefined) return answerOf(own, undefined, name, 0);
    if (metadata === undefined || (available && !available.some((one) => matchesName(name, one)))) return undefined;
    const document = await client.json(metadata.replace('%package%', name));
    if (!document) return undefined;
    const found = packageIn(document, name);
    // Branches have a document of their own.
    const branches = options.branches ? await client.json(metadata.replace('%package%', `${name}~dev`)) : undefined;
    return { ...found, releases: [...found.releases, ...(branches ? packageIn(branches, name).releases : [])] };
  };
}

function packageIn({ body, freshSeconds }: Document, name: string): Answer {
  const { packages, minified } = recordOf(body);
  return answerOf(recordOf(packages)[name], minified, name, freshSeconds);
}

async function readIndex(client: Client): Promise<Index> {
  const root = recordOf((await client.json('packages.json'))?.body);
  const inline: Record<string, unknown> = { ...recordOf(root.packages) };
  for (const file of Object.keys(recordOf(root.includes)))
    Object.assign(inline, recordOf(recordOf((await client.json(file))?.body).packages));
  const url = root['metadata-url'];
  const names = [root['available-packages'], root['available-package-patterns']].filter((one) => Array.isArray(one));
  return {
    metadata: typeof url === 'string' ? url : undefined,
    available: names.length > 0 ? names.flat().filter((one) => typeof one === 'string') : undefined,
    inline,
  };
}

interface Document {
  body: unknown;
  freshSeconds: number;
}

class Client {
  readonly #base: string;
  readonly #options: ClientOptions;

  constructor(base: string, options: ClientOptions) {
    this.#base = base;
    this.#options = options;
  }

  /** A document of the repository; undefined where it has none there (404). Throws what the network throws. */
  async json(place: string): Promise<Document | undefined> {
    const address = new URL(place, `${this.#base}/`);
    if (address.protocol === 'file:') {
      const text = readText(nodeReader, decodeURIComponent(address.pathname));
      return text === undefined ? undefined : { body: JSON.parse(text) as unknown, freshSeconds: 0 };
    }
    if (address.protocol !== 'https:' && !this.#options.insecure)
      throw new Error('it is on plain HTTP, which Composer refuses (its setting "secure-http")');
    return this.#fetched(address);
  }

  async #fetched(address: URL): Promise<Document | undefined> {
    const { cache, offline } = this.#options;
    const response = await fetch(address.href, {
      ...PATIENCE,
      cachePath: cache,
      cache: offline ? 'only-if-cached' : 'default',
      headers: { accept: 'application/json', ...this.#authorization(address.host) },
      size: LARGEST,
    });
    if (response.status === 404) return undefined;
    if (!response.ok) throw Object.assign(new Error(`it answered ${response.status}`), { statusCode: response.status });
    const body: unknown = JSON.parse(await response.text());
    return { body, freshSeconds: freshSeconds(response.headers) };
  }

  /** Credentials go to the host that they are for and to no other. */
  #authorization(host: string): Record<string, string> {
    const { basic, bearer } = this.#options.credentials;
    const own = basic[host];
    if (own) {
      const pair = Buffer.from(`${own.username}:${own.password}`).toString('base64');
      return { authorization: `Basic ${pair}` };
    }
    const token = bearer[host];
    return token === undefined ? {} : { authorization: `Bearer ${token}` };
  }
}

function answerOf(versions: unknown, minified: unknown, name: string, freshSeconds: number): Answer {
  const releases = expanded(versions, minified).flatMap((one) => releaseOf({ name, ...one }) ?? []);
  return { releases: releases.filter((one) => one.name === name), freshSeconds };
}

/** Packages that are kept in folders of the repository itself. */
function inFolders(pattern: string, versions: Readonly<Record<string, string>>): AskRepository {
  return (name) => {
    const packages = foldersOf(pattern).flatMap((folder) => {
      const text = readText(nodeReader, path.join(folder, 'composer.json'));
      const manifest = recordOf(jsonIn(text));
      if (typeof manifest.name !== 'string') return [];
      const version = versions[manifest.name] ?? manifest.version ?? 'dev-main';
      return [{ ...manifest, version }];
    });
    return Promise.resolve(held(packages, name));
  };
}

/** The folders that a path with `*` in its parts names. */
function foldersOf(pattern: string): string[] {
  const { root } = path.parse(pattern);
  const parts = pattern.slice(root.length).split(path.sep).filter(Boolean);
  return parts.reduce<string[]>(
    (folders, part) =>
      folders.slice(0, MOST_FOLDERS).flatMap((folder) =>
        part.includes('*')
          ? nodeReader
              .list(folder)
              .filter(({ name }) => matchesWildcard(name, part))
              .map(({ name }) => path.join(folder, name))
          : [path.join(folder, part)],
      ),
    [root],
  );
}

/** Packages that lie as archives in a folder: each has its manifest at its root, or in the one folder in it. */
function inArchives(folder: string): AskRepository {
  let found: unknown[] | undefined;
  return (name) => {
    found ??= archivesIn(folder).flatMap((file) => manifestIn(file) ?? []);
    return Promise.resolve(held(found, name));
  };
}

// A manifest may name any folder, the disk's own among them: nobody has more than so many for packages.
const MOST_FOLDERS = 2000;

function archivesIn(top: string): string[] {
  const found: string[] = [];
  const open = [top];
  for (let visited = 0; visited < MOST_FOLDERS; visited += 1) {
    const folder = open.shift();
    if (folder === undefined) break;
    for (const { name, kind } of nodeReader.list(folder)) {
      if (kind === 'folder') open.push(path.join(folder, name));
      else if (kind === 'file' && name.endsWith('.zip')) found.push(path.join(folder, name));
    }
  }
  return found;
}

function manifestIn(file: string): unknown {
  try {
    const isManifest = (name: string): boolean => /^([^/]+\/)?composer\.json$/.test(name);
    const entries = unzipSync(readFileSync(file), {
      filter: ({ name, originalSize }) => isManifest(name) && originalSize < LARGEST,
    });
    const [shortest] = Object.keys(entries).sort((a, b) => a.length - b.length);
    return shortest === undefined ? undefined : jsonIn(Buffer.from(entries[shortest] ?? []).toString());
  } catch {
    return undefined;
  }
}

function held(packages: readonly unknown[], name: string): Answer | undefined {
  const releases = packages.flatMap((one) => releaseOf(one) ?? []).filter((one) => one.name === name);
  return releases.length === 0 ? undefined : { releases, freshSeconds: 0 };
}
