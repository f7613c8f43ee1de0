import CachePolicy from 'http-cache-semantics';
import { EXIT, Problem } from '../problem.ts';

/** How often and how long a registry is asked: somebody is waiting, so one that does not answer is not asked for minutes. */
export const PATIENCE = { retry: { retries: 2, factor: 2, minTimeout: 200, maxTimeout: 2000 }, timeout: 30_000 };

/** How long an answer of a registry holds by its own word, in seconds (RFC 9111, section 4.2): an hour at most. */
export function freshSeconds(headers: Iterable<[string, string]>): number {
  const policy = new CachePolicy({ headers: {} }, { status: 200, headers: Object.fromEntries(headers) }, FOR_ONE);
  return policy.storable() ? Math.min(Math.floor(policy.timeToLive() / 1000), 3600) : 0;
}

// It is kept for one person, and nothing is guessed where the answer does not say how long it holds.
const FOR_ONE = { shared: false, cacheHeuristic: 0, immutableMinTimeToLive: 0 };

/** What an ecosystem calls the place that its packages come from, and the files that name it and have credentials for it. */
export interface RegistryWords {
  called: 'registry' | 'repository';
  named: string;
  credentials: string;
}

/** What is said of a package (status 3) that nothing is known of while nothing may be fetched. */
export function notKnownOffline({ called }: RegistryWords, name: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `What the package ${called} says of ${name} is not known`,
    why: `--offline asks no ${called}, and this package was never asked for here before`,
    next: 'Run the same command once without --offline. Nothing was changed.',
  });
}

/** What is said of a registry (status 3) that gave no answer about a package; `statusCode` is that of HTTP, where there was one. */
export function notAnswered(
  { called, named, credentials }: RegistryWords,
  name: string,
  { why, statusCode }: { why: string; statusCode: number | undefined },
): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `The package ${called} could not be asked about ${name}`,
    why,
    next:
      statusCode === 401 || statusCode === 403
        ? `Check the credentials that your ${credentials} has for this ${called}, then try again. Nothing was changed.`
        : `Check the network and the ${called} that your ${named} names, then try again. Nothing was changed.`,
  });
}

/** Why a client of the network has failed, in words. */
export function failureInWords({ code, message }: { code?: string | undefined; message?: string | undefined }): string {
  if (/is not valid JSON|Unexpected token/.test(message ?? '')) return 'its answer is not JSON';
  return [code, message].filter((part) => part !== undefined && part !== '').join(': ') || 'unknown';
}
