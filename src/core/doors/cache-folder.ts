import path from 'node:path';
import envPaths from 'env-paths';

/** The user's folder for what can be made anew (XDG Base Directory Specification, `XDG_CACHE_HOME`). */
export function cacheFolder(environment: Readonly<Record<string, string | undefined>>): string {
  const own = environment.XDG_CACHE_HOME;
  return own ? path.join(own, 'ligament') : envPaths('ligament', { suffix: '' }).cache;
}
