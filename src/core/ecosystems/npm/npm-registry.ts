import type { Advisory, PackageSettings } from './registry-door.ts';
import path from 'node:path';
import { Readable } from 'node:stream';
import type { Problem } from '../../problem.ts';
import { readAdvisories } from './advisories.ts';
import { publishedOn } from './published.ts';
import type { PublishedFacts } from '../work.ts';
import { digestOf, type PackumentDigest } from './packument-digest.ts';
import { cacheFolder } from '../../doors/cache-folder.ts';
import { managerSettings } from './manager-settings.ts';
import {
  failureInWords,
  freshSeconds,
  notAnswered,
  notKnownOffline,
  PATIENCE,
  type RegistryWords,
} from '../registry-answers.ts';

/** A registry over the network. */
export interface NpmRegistry {
  /** What it knows of a package, and for how many seconds that holds; undefined where it does not have the package. */
  ask(name: string): Promise<{ digest: PackumentDigest; freshSeconds: number } | undefined>;
  /** The archive of one version; undefined where it does not have that. */
  archive(name: string, version: string): Promise<Buffer | undefined>;
  /** What it tells of versions of packages that is wrong with them; undefined where it gives no answer. */
  advisories(versions: Readonly<Record<string, readonly string[]>>): Promise<Advisory[] | undefined>;
  /** What it publishes of one version; undefined where it gives no answer. */
  published(name: string, version: string): Promise<PublishedFacts | undefined>;
  settings: PackageSettings;
}

/**
 * The registry that npm's own configuration names for a host: project, user and global `.npmrc`, environment,
 * a registry per scope, credentials and proxies; what the settings of yarn and pnpm name goes first where the host has them.
 * Answers are kept in the user's cache folder; offline they alone are asked.
 */
export async function openNpmRegistry(
  hostRoot: string,
  environment: Readonly<Record<string, string | undefined>>,
  offline: boolean,
): Promise<NpmRegistry> {
  const config = await loadConfig(hostRoot, environment);
  const { default: registryFetch } = await import('npm-registry-fetch');
  const options = { ...config.flat, ...(await managerSettings(hostRoot, environment)), ...PATIENCE, offline };
  // Kept with their ETags: what has not changed is not sent again (RFC 9110, section 13.1.2).
  const cache = path.join(cacheFolder(environment), 'registry');
  const documentOf = async (name: string) => {
    const accept = 'application/vnd.npm.install-v1+json; q=1.0, application/json; q=0.8';
    const address = `/${encodeURIComponent(name).replace('%40', '@')}`;
    const response = await registryFetch(address, { ...options, cache, spec: name, headers: { accept } });
    const body = await wholeBody(response.body ?? Readable.from([]));
    return { document: JSON.parse(body.toString('utf8')) as unknown, headers: response.headers };
  };
  const prefix = config.find('save-prefix') === 'default' ? undefined : String(config.get('save-prefix'));
  return {
    settings: {
      saveExact: config.get('save-exact') === true,
      savePrefix: prefix,
      ignoreScripts: config.get('ignore-scripts') === true,
      engineStrict: config.get('engine-strict') === true,
    },
    async advisories(versions) {
      return config.get('audit') === false || offline ? [] : advisoriesOn(registryFetch, options, versions);
    },
    published: async (name, version) => publishedOn(registryFetch, options, { name, version }),
    ask: (name) =>
      answered(name, async () => {
        const { document, headers } = await documentOf(name);
        const digest = digestOf(document, name);
        if (!digest) throw new Error('its answer is not a package document');
        return { digest, freshSeconds: freshSeconds(headers) };
      }),
    archive: (name, version) =>
      answered(name, async () => {
        const place = archiveOf((await documentOf(name)).document, version);
        if (!place) return undefined;
        const response = await registryFetch(place.tarball, {
          ...options,
          cache,
          spec: name,
          integrity: place.integrity,
        });
        return wholeBody(response.body ?? Readable.from([]));
      }),
  };
}

/** What `npm audit` asks (npm docs, "Auditing package dependencies": the bulk advisory endpoint); nothing where there is no answer. */
async function advisoriesOn(
  registryFetch: typeof import('npm-registry-fetch'),
  options: object,
  versions: Readonly<Record<string, readonly string[]>>,
): Promise<Advisory[] | undefined> {
  try {
    const response = await registryFetch('/-/npm/v1/security/advisories/bulk', {
      ...options,
      retry: { retries: 0 },
      timeout: 5000,
      method: 'POST',
      body: versions,
    });
    return readAdvisories(await response.json());
  } catch {
    // Many registries have no such answer: then nothing is known.
    return undefined;
  }
}

/** What the registry answers about a package; undefined where it does not have it. Throws a Problem where it cannot be asked. */
async function answered<Answer>(name: string, ask: () => Promise<Answer>): Promise<Answer | undefined> {
  try {
    return await ask();
  } catch (error) {
    if ((error as { statusCode?: number }).statusCode === 404) return undefined;
    throw asProblem(error, name);
  }
}

/** Where the archive of a version is, and its digest as in Subresource Integrity (section 3.1); undefined without either. */
function archiveOf(document: unknown, version: string): { tarball: string; integrity: string } | undefined {
  const { versions = {} } = document as { versions?: Record<string, { dist?: Record<string, unknown> }> };
  const { tarball, integrity } = (Object.hasOwn(versions, version) ? versions[version]?.dist : undefined) ?? {};
  return typeof tarball === 'string' && typeof integrity === 'string' ? { tarball, integrity } : undefined;
}

/** npm's configuration as a folder has it; `own`: without what a project says, the user's and the machine's alone. */
export async function loadConfig(
  hostRoot: string,
  environment: Readonly<Record<string, string | undefined>>,
  own = false,
) {
  const { default: Config } = await import('@npmcli/config');
  const settings = await import('@npmcli/config/lib/definitions/index.js');
  const { definitions, shorthands, flatten, nerfDarts } = settings.default;
  const config = new Config({
    definitions,
    shorthands,
    flatten,
    nerfDarts,
    npmPath: path.dirname(path.dirname(process.execPath)),
    cwd: hostRoot,
    argv: [process.execPath, 'ligament', ...(own ? ['--location', 'user', '--global'] : [])],
    env: { ...environment },
  });
  await config.load();
  return config;
}

// Larger than any package document, as it is once it is unpacked; and nobody waits longer for one that comes bit by bit.
const LARGEST = 256 << 20;
const LONGEST_MS = 60_000;

/** An answer, read to its end, to a bound in size (of what is unpacked) and in time. */
async function wholeBody(body: NodeJS.ReadableStream & { destroy?: () => void }): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  let ended: NodeJS.Timeout | undefined;
  const tooLong = new Promise<never>((_, reject) => {
    ended = setTimeout(
      () => reject(new Error(`its answer did not end within ${LONGEST_MS / 1000} seconds`)),
      LONGEST_MS,
    );
  });
  // Not `for await`: that adds a listener for each chunk, and Node.js warns of a leak to whoever runs the command.
  const read = new Promise<Buffer>((resolve, reject) => {
    body.on('data', (chunk: Buffer) => {
      size += chunk.length;
      if (size > LARGEST) reject(new Error(`its answer is larger than ${LARGEST >> 20} MB`));
      else chunks.push(Buffer.from(chunk));
    });
    body.on('end', () => resolve(Buffer.concat(chunks)));
    body.on('error', reject);
  });
  try {
    return await Promise.race([read, tooLong]);
  } finally {
    clearTimeout(ended);
    // What is not read to its end is not waited for.
    body.destroy?.();
  }
}

const WORDS: RegistryWords = { called: 'registry', named: '.npmrc', credentials: '.npmrc' };

function asProblem(error: unknown, name: string): Problem {
  const { code, statusCode, message } = error as { code?: string; statusCode?: number; message?: string };
  if (code === 'ENOTCACHED') return notKnownOffline(WORDS, name);
  const why = statusCode === undefined ? failureInWords({ code, message }) : `it answered ${statusCode}`;
  return notAnswered(WORDS, name, { why, statusCode });
}
