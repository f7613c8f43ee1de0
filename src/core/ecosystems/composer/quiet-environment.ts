import type { Doors } from '../../ports.ts';
import { NOTHING_RUNS } from '../../quiet-git.ts';
import { recordOf } from '../../records.ts';
import type { Release } from './lock.ts';
import { repositoriesOf } from './manifest.ts';

const WITHOUT_GIT = new Set(['composer', 'path', 'artifact', 'package']);

/** A project whose packages Composer fetches: its manifest, and the packages that it has locked. */
interface Fetching {
  manifest: Record<string, unknown>;
  locked: ReadonlyMap<string, Release>;
}

/**
 * The environment in which Composer does nothing of its own accord. It asks git for the version of a project that may come from anywhere:
 * nothing that the repository's settings name is run, and nothing is fetched, unless the project has packages that come by git. And it asks
 * root whether that is meant: nothing of the project is run.
 */
export function quietEnvironment(environment: Doors['environment'], fetching?: Fetching): Record<string, string> {
  const first = Number(environment.GIT_CONFIG_COUNT ?? 0) || 0;
  const settings = NOTHING_RUNS.flatMap(([key, value], index) => [
    [`GIT_CONFIG_KEY_${first + index}`, key] as const,
    [`GIT_CONFIG_VALUE_${first + index}`, value] as const,
  ]);
  const byGit = fetching !== undefined && comesByGit(fetching);
  return {
    ...Object.fromEntries(settings),
    GIT_CONFIG_COUNT: String(first + NOTHING_RUNS.length),
    // It breaks what it says where a screen would end, in the middle of paths.
    COLUMNS: '1000',
    GIT_TERMINAL_PROMPT: '0',
    GIT_OPTIONAL_LOCKS: '0',
    GIT_ALLOW_PROTOCOL: byGit ? 'https:http:ssh' : 'none',
    ...(byGit && environment.GIT_SSH_COMMAND === undefined ? { GIT_SSH_COMMAND: 'ssh' } : {}),
    ...(process.getuid?.() === 0 ? { COMPOSER_ALLOW_SUPERUSER: '1' } : {}),
  };
}

/** Whether a project has repositories in version control, or locked packages without an archive. */
function comesByGit({ manifest, locked }: Fetching): boolean {
  const isOther = (entry: unknown): boolean => {
    const { type } = recordOf(entry);
    return typeof type === 'string' && !WITHOUT_GIT.has(type);
  };
  return (
    repositoriesOf(manifest).some(({ entry }) => isOther(entry)) ||
    [...locked.values()].some(({ raw }) => recordOf(raw.dist).url === undefined && raw.source !== undefined)
  );
}
