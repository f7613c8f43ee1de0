import path from 'node:path';
import type { Doors } from '../../ports.ts';
import { recordOf } from '../../records.ts';
import { jsonIn } from '../../text/json-text.ts';
import { encode, readText } from '../../text/utf8.ts';
import { quietEnvironment } from './quiet-environment.ts';
import { lockedReleases, type Release } from './lock.ts';
import { composerManifest, LOCKFILE, MANIFEST, type ComposerManifest } from './manifest.ts';
import { matchesName } from './name-filter.ts';
import { tamed } from './odd-places.ts';

// The plugin that writes a loader of its own, by which apps are started (Symfony's docs, "The Runtime Component").
export const RUNTIME = 'symfony/runtime';
const LOADER = 'vendor/autoload_runtime.php';

const QUIET = ['--no-scripts', '--no-interaction'];

/** The packages of a lockfile that are plugins of Composer's, and that a project lets act. */
export function actingPlugins({ plugins }: ComposerManifest, locked: ReadonlyMap<string, Release>): string[] {
  const allows = (name: string): boolean => {
    if (typeof plugins !== 'object') return plugins === true;
    return Object.entries(plugins).find(([pattern]) => matchesName(name, pattern))?.[1] ?? false;
  };
  return [...locked.values()]
    .filter(({ type, name }) => type === 'composer-plugin' && allows(name))
    .map(({ name }) => name);
}

/**
 * Has the loader written by which an app starts, where its packages came anew and nothing but the plugin for it can: that one alone acts,
 * by a manifest in a folder of the command's own. Nothing where the project does not let it.
 */
export async function writeRuntimeLoader(
  { files, processes, environment, root }: Pick<Doors, 'files' | 'processes' | 'environment'> & { root: string },
  folder: string,
  own: string,
): Promise<void> {
  const at = path.join(root, folder);
  const manifest = recordOf(jsonIn(readText(files, path.join(at, MANIFEST))));
  const locked = lockedReleases(readText(files, path.join(at, LOCKFILE)));
  const acting = actingPlugins(composerManifest(manifest), locked);
  if (!acting.includes(RUNTIME) || files.kind(path.join(at, LOADER)) !== undefined) return;
  const plugins = [...locked.values()].filter(({ type }) => type === 'composer-plugin').map(({ name }) => name);
  const allowed = Object.fromEntries(plugins.map((name) => [name, name === RUNTIME]));
  const place = path.join(own, 'composer');
  const usual = tamed(manifest);
  const config = { ...recordOf(usual.config), 'allow-plugins': allowed };
  files.makeFolder(path.join(place, 'home'), 0o700);
  const extra = {
    ...recordOf(manifest.extra),
    runtime: seenFrom(place, at, recordOf(recordOf(manifest.extra).runtime)),
  };
  files.put(path.join(place, MANIFEST), encode(JSON.stringify({ ...usual, config, extra }, null, 4)));
  await processes.run('composer', ['dump-autoload', ...QUIET], {
    cwd: at,
    environment: {
      COMPOSER: path.join(place, MANIFEST),
      COMPOSER_HOME: path.join(place, 'home'),
      COMPOSER_DISABLE_NETWORK: '1',
      ...quietEnvironment(environment),
    },
  });
}

/** The plugin's own settings for a manifest that lies elsewhere: its paths are relative to the manifest. */
function seenFrom(place: string, at: string, runtime: Record<string, unknown>): Record<string, unknown> {
  const { project_dir: folder, autoload_template: template } = runtime;
  return {
    ...runtime,
    project_dir: path.relative(place, path.join(at, typeof folder === 'string' ? folder : '.')),
    ...(typeof template === 'string' ? { autoload_template: path.resolve(at, template) } : {}),
  };
}
