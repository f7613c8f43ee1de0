import { createHash } from 'node:crypto';
import path from 'node:path';
import { cacheFolder, readKept, writeKept } from '../../doors/cache-folder.ts';
import { nodeProcesses } from '../../doors/node-processes.ts';
import { messageOf } from '../../message-of.ts';
import { EXIT, Problem } from '../../problem.ts';
import { recordOf } from '../../records.ts';
import { releaseOf, type Release } from './lock.ts';
import { isAskedFor } from './name-patterns.ts';
import { composerSettings, repositoriesFor, withoutSecrets, type Repository } from './repositories.ts';
import type { AskRepository } from './repository-client.ts';
import type { ComposerPackage, ComposerSource } from './source-door.ts';

type Environment = Readonly<Record<string, string | undefined>>;

/** The repositories of a project: what is kept and fresh first, else what they say; offline what is kept, however old. */
export function openComposerSource(folder: string, environment: Environment, offline: boolean): ComposerSource {
  const { credentials, branches, insecure, basis } = composerSettings(folder, environment);
  const key = createHash('sha256').update(basis.join('\0')).digest('hex').slice(0, 32);
  const cache = new Kept(path.join(cacheFolder(environment), 'composer', key));
  let repositories: Promise<Repository[]> | undefined;
  const opened = new Map<Repository, Promise<AskRepository | undefined>>();
  const open = (repository: Repository): Promise<AskRepository | undefined> => {
    const known = opened.get(repository);
    if (known) return known;
    // Loaded only where it is needed: the client of the network is large.
    const next = import('./repository-client.ts').then(({ openRepository }) =>
      openRepository(repository, {
        cache: path.join(cacheFolder(environment), 'composer', 'http'),
        offline,
        credentials,
        branches,
        insecure,
      }),
    );
    opened.set(repository, next);
    return next;
  };
  const ask = async (name: string): Promise<ComposerPackage | undefined> => {
    const kept = cache.package(name, offline ? undefined : Date.now());
    if (kept) return kept;
    repositories ??= repositoriesFor(folder, { processes: nodeProcesses, environment }).catch((error: unknown) => {
      throw cannotTell(messageOf(error));
    });
    for (const repository of (await repositories).filter(({ filter }) => isAskedFor(name, filter))) {
      if (offline && repository.type === 'composer' && repository.url.startsWith('http')) throw notKnown(name);
      const answer = await (
        await open(repository)
      )?.(name).catch((error: unknown) => {
        throw cannotAsk(repository, name, error);
      });
      if (!answer) continue;
      cache.keep(name, answer.releases, Date.now() + answer.freshSeconds * 1000);
      return { name, releases: answer.releases };
    }
    return undefined;
  };
  const asked = new Map<string, Promise<ComposerPackage | undefined>>();
  return {
    package(name) {
      const answer = asked.get(name) ?? ask(name.toLowerCase());
      asked.set(name, answer);
      return answer;
    },
    keep: (releases) => cache.add(releases),
    known: (name) => cache.package(name, undefined),
  };
}

/** Answers of the repositories that a project's settings name, a file for each package. */
class Kept {
  readonly #folder: string;

  constructor(folder: string) {
    this.#folder = folder;
  }

  /** What is kept of a package; only what is fresh at `now`, unless `now` is undefined. */
  package(name: string, now: number | undefined): ComposerPackage | undefined {
    const { until, releases } = recordOf(readKept(this.#fileOf(name)));
    if (!Array.isArray(releases) || (now !== undefined && !(now < Number(until)))) return undefined;
    return { name, releases: releases.flatMap((one: unknown) => releaseOf(one) ?? []) };
  }

  keep(name: string, releases: readonly Release[], until: number): void {
    writeKept(this.#fileOf(name), { until, releases: releases.map(({ raw }) => raw) });
  }

  /** Adds versions of packages to what is known of these. */
  add(releases: readonly Release[]): void {
    for (const one of releases) {
      const known = this.package(one.name, undefined)?.releases ?? [];
      if (!known.some(({ version }) => version === one.version)) this.keep(one.name, [...known, one], 0);
    }
  }

  #fileOf(name: string): string {
    return path.join(this.#folder, `${encodeURIComponent(name)}.json`);
  }
}

function cannotTell(why: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: 'The package repositories of this project are not known',
    why,
    next: 'Nothing was changed. Check that composer runs in the project, then run the command again.',
  });
}

function notKnown(name: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `What the package repositories say of ${name} is not known`,
    why: '--offline asks no repository, and this package was never asked for here before',
    next: 'Run the same command once without --offline. Nothing was changed.',
  });
}

function cannotAsk(repository: Repository, name: string, error: unknown): Problem {
  if (Problem.is(error)) return error;
  const { message, code, statusCode } = error as { message?: string; code?: string; statusCode?: number };
  if (code === 'ENOTCACHED') return notKnown(name);
  const place = 'url' in repository ? withoutSecrets(repository.url) : 'folder' in repository ? repository.folder : '';
  const isSecret = statusCode === 401 || statusCode === 403;
  return new Problem({
    status: EXIT.refused,
    what: `The package repository could not be asked about ${name}`,
    why: `${place}: ${/is not valid JSON|Unexpected token/.test(message ?? '') ? 'its answer is not JSON' : withoutSecrets(message ?? code ?? 'unknown')}`,
    next: isSecret
      ? 'Check the credentials that your auth.json has for this repository, then try again. Nothing was changed.'
      : 'Check the network and the repositories that composer.json names, then try again. Nothing was changed.',
  });
}
