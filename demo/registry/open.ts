import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { openOfflineRegistry, type OfflineRegistry } from './server.ts';
import { fillShelf } from './shelf.ts';

/** The project's own root, wherever this is run from. */
export function projectRoot(): string {
  const here = path.dirname(fileURLToPath(import.meta.url));
  return here.endsWith('registry') ? path.resolve(here, '..', '..') : path.resolve(here, '..');
}

/** Opens the offline registry over the project's own installed packages and those on `demo/shelf`. */
export function openProjectRegistry(port = 0): Promise<OfflineRegistry> {
  const root = projectRoot();
  const shelves = ['vite4', 'web', 'api'].map((name) => path.join(root, 'demo/shelf', name));
  const shelf = fillShelf([root, ...shelves]);
  return openOfflineRegistry({
    shelf,
    cache: path.join(root, 'node_modules/.cache/offline-registry'),
    port,
    maxAge: 3600,
  });
}

/** Environment in which npm (and Ligament) use an offline registry, with a cache and settings of their own. */
export function registryEnvironment(url: string, folder: string): Record<string, string> {
  return {
    npm_config_registry: url,
    npm_config_cache: path.join(folder, 'npm-cache'),
    npm_config_userconfig: path.join(folder, 'no-npmrc'),
    npm_config_globalconfig: path.join(folder, 'no-global-npmrc'),
    npm_config_audit: 'false',
    npm_config_fund: 'false',
    npm_config_update_notifier: 'false',
    XDG_STATE_HOME: path.join(folder, 'state'),
    XDG_CACHE_HOME: path.join(folder, 'cache'),
  };
}
