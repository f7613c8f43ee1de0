import { createHash } from 'node:crypto';
import path from 'node:path';
import { cacheFolder } from '../../doors/cache-folder.ts';
import { readKept, writeKept } from '../../doors/kept-values.ts';
import { nodeProcesses } from '../../doors/node-processes.ts';
import { messageOf } from '../../message-of.ts';
import { EXIT, Problem } from '../../problem.ts';
import { recordOf } from '../../records.ts';
import { failureInWords, notAnswered, notKnownOffline, type RegistryWords } from '../registry-answers.ts';
import { releaseOf, type Release } from './lock.ts';
import { isAskedFor } from './name-filter.ts';
import { composerSettings, repositoriesFor, withoutSecrets, type Repository } from './repositories.ts';
import type { AskRepository, ClientOptions } from './repository-client.ts';
import type { ComposerPackage, ComposerSource } from './source-door.ts';

type Environment = Readonly<Record<string, string | undefined>>;

/** The repositories of a project: what is kept and fresh first, else what they say; offline what is kept, however old. */
export function openComposerSource(folder: string, environment: Environment, offline: boolean): ComposerSource {
  const { basis, ...settings } = composerSettings(folder, environment);
  const kept = path.join(cacheFolder(environment), 'composer');
  const key = createHash('sha256').update(basis.join('\0')).digest('hex').slice(0, 32);
  const cache = new Kept(path.join(kept, key));
  let repositories: Promise<Repository[]> | undefined;
  const open = opener({ ...settings, cache: path.join(kept, 'http'), offline });
  const ask = async (name: string): Promise<ComposerPackage | undefined> => {
    const known = cache.package(name, offline ? undefined : Date.now());
    if (known) return known;
    repositories ??= repositoriesFor(folder, { processes: nodeProcesses, environment }).catch((error: unknown) => {
      throw cannotTell(messageOf(error));
    });
    for (const repository of (await repositories).filter(({ filter }) => isAskedFor(name, filter))) {
      if (offline && repository.type === 'composer' && repository.url.startsWith('http'))
        throw notKnownOffline(WORDS, name);
      const answer = await (
        await open(repository)
      )?.(name).catch((error: unknown) => {
        throw notAsked(repository, name, error);
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

/** Opens repositories, each once. */
function opener(options: ClientOptions): (repository: Repository) => Promise<AskRepository | undefined> {
  const opened = new Map<Repository, Promise<AskRepository | undefined>>();
  return (repository) => {
    const known = opened.get(repository);
    if (known) return known;
    // Loaded only where it is needed: the client of the network is large.
    const next = import('./repository-client.ts').then(({ openRepository }) => openRepository(repository, options));
    opened.set(repository, next);
    return next;
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
    what: 'Composer did not list the package repositories of this project',
    why,
    next: 'Nothing was changed. Check that composer runs in the project, then run the command again.',
  });
}

const WORDS: RegistryWords = { called: 'repository', named: 'composer.json', credentials: 'auth.json' };

function notAsked(repository: Repository, name: string, error: unknown): Problem {
  if (Problem.is(error)) return error;
  const { message, code, statusCode } = error as { message?: string; code?: string; statusCode?: number };
  if (code === 'ENOTCACHED') return notKnownOffline(WORDS, name);
  const place = 'url' in repository ? withoutSecrets(repository.url) : 'folder' in repository ? repository.folder : '';
  const why = `${place}: ${withoutSecrets(failureInWords({ code, message }))}`;
  return notAnswered(WORDS, name, { why, statusCode });
}
