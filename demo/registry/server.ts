import { createHash } from 'node:crypto';
import fs from 'node:fs';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import semver from 'semver';
import { Packer } from './pack.ts';
import type { Shelf, ShelvedPackage } from './shelf.ts';

/** A fault that the registry shows for one package, on demand. */
export type RegistryFault =
  | { kind: 'status'; status: number }
  | { kind: 'slow'; milliseconds: number }
  | { kind: 'html' }
  | { kind: 'redirect'; to: string }
  | { kind: 'wrong integrity' }
  | { kind: 'truncated tarball' };

export interface OfflineRegistry {
  url: string;
  /** Faults by package name; tests put them in and take them out. */
  faults: Map<string, RegistryFault>;
  /** Every request so far, as "GET /name". */
  requests: string[];
  /** The status of every package document so far: 200, or 304 where the one who asked had it already. */
  answers: number[];
  /** What it answers of one version of a package ("name@version") instead of its manifest; tests put it in. */
  published: Map<string, unknown>;
  /** What it tells to be wrong with packages; tests put more in. */
  advisories: NonNullable<RegistryOptions['advisories']>;
  close(): Promise<void>;
}

export interface RegistryOptions {
  shelf: Shelf;
  /** Folder in which tarballs are kept. */
  cache: string;
  port?: number;
  /** Dist-tags by package; without its own, `latest` names the highest release. */
  tags?: Readonly<Record<string, Record<string, string>>>;
  /** For how long answers say that they hold, in seconds. */
  maxAge?: number;
  /** What is known to be wrong with packages, as the bulk advisory endpoint answers; asked of none by that name. */
  advisories?: Record<string, { title: string; severity: string; vulnerable_versions: string; url?: string }[]>;
}

// What the abbreviated form of a package document has of a manifest (npm registry API, package metadata).
const ABBREVIATED = [
  'name',
  'version',
  'deprecated',
  'dependencies',
  'optionalDependencies',
  'devDependencies',
  'bundleDependencies',
  'peerDependencies',
  'peerDependenciesMeta',
  'bin',
  'directories',
  'engines',
  'os',
  'cpu',
  'libc',
];
const ABBREVIATED_TYPE = 'application/vnd.npm.install-v1+json';

/** Serves a shelf of packages by the npm registry protocol, on the loopback address only. */
export async function openOfflineRegistry(options: RegistryOptions): Promise<OfflineRegistry> {
  const { shelf, cache, port = 0, tags = {}, maxAge = 300, advisories = {} } = options;
  const packer = new Packer(cache);
  const faults = new Map<string, RegistryFault>();
  const published = new Map<string, unknown>();
  const requests: string[] = [];
  const answers: number[] = [];
  const server = http.createServer((request, response) => {
    requests.push(`${request.method ?? ''} ${request.url ?? ''}`);
    answer(request, response).catch((error: unknown) => {
      send(response, 500, { error: error instanceof Error ? error.message : String(error) });
    });
  });
  // On a busy machine a client comes back to a connection after longer than the five seconds that this is by itself.
  server.keepAliveTimeout = 600_000;
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;

  async function answer(request: http.IncomingMessage, response: http.ServerResponse): Promise<void> {
    const target = decodeURIComponent(new URL(request.url ?? '/', url).pathname).slice(1);
    if (target === '-/ping') return send(response, 200, {});
    if (target === '-/npm/v1/security/advisories/bulk') return send(response, 200, advisories);
    const [, name = target, file] = /^((?:@[^/]+\/)?[^/]+)\/-\/(.+\.tgz)$/.exec(target) ?? [];
    const fault = faults.get(name);
    if (fault?.kind === 'status') return send(response, fault.status, { error: 'a fault put in on demand' });
    if (fault?.kind === 'slow') await new Promise((resolve) => setTimeout(resolve, fault.milliseconds));
    if (fault?.kind === 'redirect') return void response.writeHead(302, { location: fault.to }).end();
    const versions = shelf.get(name);
    const [, of = '', version = ''] = /^((?:@[^/]+\/)?[^/@]+)\/([^/]+)$/.exec(target) ?? [];
    const one = shelf.get(of)?.get(version);
    if (one) return send(response, 200, published.get(`${of}@${version}`) ?? (await versionOf(one, false)));
    if (!versions) return send(response, 404, { error: 'Not found' });
    if (file !== undefined) return sendTarball({ request, response }, versions, file, fault);
    if (fault?.kind === 'html') {
      response.writeHead(200, { 'content-type': 'text/html' }).end('<!doctype html><p>Sign in to continue</p>');
      return;
    }
    const short = (request.headers.accept ?? '').includes(ABBREVIATED_TYPE);
    const document = await packument(name, versions, short);
    if (fault?.kind === 'wrong integrity') spoil(document);
    sendDocument(request, response, document, short ? ABBREVIATED_TYPE : 'application/json');
  }

  /** Sends a document unless the one who asks has it already (RFC 9110, section 13.1.2). */
  function sendDocument(
    request: http.IncomingMessage,
    response: http.ServerResponse,
    document: Document,
    type: string,
  ): void {
    const body = JSON.stringify(document);
    const etag = `"${createHash('sha1').update(body).digest('hex')}"`;
    const headers = { etag, 'cache-control': `public, max-age=${maxAge}`, vary: 'accept' };
    const known = request.headers['if-none-match'] === etag;
    answers.push(known ? 304 : 200);
    if (known) return void response.writeHead(304, headers).end();
    response.writeHead(200, { ...headers, 'content-type': type }).end(body);
  }

  async function packument(
    name: string,
    versions: ReadonlyMap<string, ShelvedPackage>,
    short: boolean,
  ): Promise<Document> {
    const entries = await Promise.all(
      [...versions.values()].map(async (one) => [one.version, await versionOf(one, short)] as const),
    );
    const released = [...versions.keys()].filter((version) => !semver.prerelease(version)).sort(semver.compare);
    const latest = released.at(-1) ?? [...versions.keys()].sort(semver.compare).at(-1) ?? '';
    const body = { name, 'dist-tags': { latest, ...tags[name] }, versions: Object.fromEntries(entries) };
    const modified = '2026-01-01T00:00:00.000Z';
    if (short) return { ...body, modified };
    const time = Object.fromEntries([...versions.keys()].map((version) => [version, modified]));
    return { ...body, _id: name, time: { created: modified, modified, ...time } };
  }

  async function versionOf(shelved: ShelvedPackage, short: boolean): Promise<Record<string, unknown>> {
    const { name, version, manifest } = shelved;
    const { integrity, shasum } = await packer.pack(shelved);
    const tarball = `${url}${name}/-/${name.split('/').at(-1) ?? name}-${version}.tgz`;
    const dist = { tarball, integrity, shasum };
    const scripts = (manifest.scripts ?? {}) as Record<string, string>;
    const installs = ['preinstall', 'install', 'postinstall'].some((script) => script in scripts);
    const kept = short
      ? Object.fromEntries(ABBREVIATED.flatMap((key) => (key in manifest ? [[key, manifest[key]]] : [])))
      : manifest;
    return {
      ...kept,
      ...(installs ? { hasInstallScript: true } : {}),
      ...(short ? {} : { _id: `${name}@${version}` }),
      dist,
    };
  }

  async function sendTarball(
    { request, response }: { request: http.IncomingMessage; response: http.ServerResponse },
    versions: ReadonlyMap<string, ShelvedPackage>,
    file: string,
    fault: RegistryFault | undefined,
  ): Promise<void> {
    const found = [...versions.values()].find(
      ({ name, version }) => file === `${name.split('/').at(-1) ?? ''}-${version}.tgz`,
    );
    if (!found) return send(response, 404, { error: 'Not found' });
    const bytes = fs.readFileSync((await packer.pack(found)).file);
    const shown = fault?.kind === 'truncated tarball' ? bytes.subarray(0, bytes.length >> 1) : bytes;
    // Its end alone, for who asks for that (RFC 9110, section 14.1.2).
    const last = /^bytes=-(\d+)$/.exec(request.headers.range ?? '')?.[1];
    const sent = last === undefined ? shown : shown.subarray(-Number(last));
    const partial =
      last === undefined
        ? {}
        : { 'content-range': `bytes ${shown.length - sent.length}-${shown.length - 1}/${shown.length}` };
    const headers = { 'content-type': 'application/octet-stream', 'content-length': sent.length, ...partial };
    response.writeHead(last === undefined ? 200 : 206, headers).end(sent);
  }

  return {
    url,
    advisories,
    faults,
    published,
    requests,
    answers,
    async close() {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}

interface Document {
  versions: Record<string, Record<string, unknown>>;
  [key: string]: unknown;
}

function spoil(document: Document): void {
  for (const version of Object.values(document.versions)) {
    version.dist = {
      ...(version.dist as object),
      integrity: `sha512-${Buffer.alloc(64).toString('base64')}`,
      shasum: '0'.repeat(40),
    };
  }
}

function send(response: http.ServerResponse, status: number, body: unknown, type = 'application/json'): void {
  if (response.headersSent) return void response.end();
  response.writeHead(status, { 'content-type': type }).end(JSON.stringify(body));
}
