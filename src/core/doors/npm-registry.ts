import path from 'node:path';
import envPaths from 'env-paths';
import { EXIT, Problem } from '../problem.ts';
import type { Packument, RegistryDoor } from '../ports.ts';

// Somebody is waiting: a registry that does not answer is asked a few times, not for minutes.
const BOUNDS = { retry: { retries: 2, factor: 2, minTimeout: 200, maxTimeout: 2000 }, timeout: 30_000 };

/**
 * The registry that npm's own configuration names for a host: project, user and global `.npmrc`, environment,
 * a registry per scope, credentials and proxies. Answers are kept in the user's cache folder; offline they alone are asked.
 */
export async function openRegistry(
  hostRoot: string,
  environment: Readonly<Record<string, string | undefined>>,
  offline: boolean,
): Promise<RegistryDoor> {
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
    argv: [process.execPath, 'ligament'],
    env: { ...environment },
  });
  await config.load();
  const { default: registryFetch } = await import('npm-registry-fetch');
  const known = new Map<string, Promise<Packument>>();
  const ask = async (name: string): Promise<Packument> => {
    try {
      const answer = await registryFetch.json(`/${encodeURIComponent(name).replace('%40', '@')}`, {
        ...config.flat,
        ...BOUNDS,
        // Kept with their ETags: what has not changed is not sent again (RFC 9110, section 13.1.2).
        cache: cacheFolder(environment),
        offline,
        spec: name,
        headers: { accept: 'application/vnd.npm.install-v1+json; q=1.0, application/json; q=0.8' },
      });
      return checked(answer, name);
    } catch (error) {
      throw asProblem(error, name);
    }
  };
  return {
    packument(name) {
      const answer = known.get(name) ?? ask(name);
      known.set(name, answer);
      return answer;
    },
  };
}

function cacheFolder(environment: Readonly<Record<string, string | undefined>>): string {
  const own = environment.XDG_CACHE_HOME;
  return path.join(own ? path.join(own, 'ligament') : envPaths('ligament', { suffix: '' }).cache, 'registry');
}

function checked(answer: unknown, name: string): Packument {
  const packument = answer as Partial<Packument> | null;
  if (typeof packument?.versions !== 'object') throw new Error(`the answer for ${name} is not a package document`);
  return packument as Packument;
}

function asProblem(error: unknown, name: string): Problem {
  const { code, statusCode, message } = error as { code?: string; statusCode?: number; message?: string };
  if (code === 'ENOTCACHED') {
    return new Problem({
      status: EXIT.refused,
      what: `What the package registry says of ${name} is not known`,
      why: '--offline asks no registry, and this package was never asked for here before',
      next: 'Run the same command once without --offline. Nothing was changed.',
    });
  }
  if (statusCode === 404) {
    return new Problem({
      status: EXIT.refused,
      what: `The package registry does not have ${name}`,
      why: 'it answered 404',
      next: 'Check which registry your .npmrc names for this package, then try again. Nothing was changed.',
    });
  }
  const reason = statusCode === undefined ? (code ?? message ?? 'unknown') : `it answered ${statusCode}`;
  return new Problem({
    status: EXIT.refused,
    what: `The package registry could not be asked about ${name}`,
    why: reason,
    next: 'Check the network and the registry that your .npmrc names, then try again. Nothing was changed.',
  });
}
