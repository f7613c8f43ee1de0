import type { Ground } from './ground.ts';
import { ownFilesOf } from './own-sources.ts';

/** The folder called `components` in which most components lie, host-relative; beside the app's modules where there is none yet. */
export function componentsHome(ground: Ground, beside?: string): string {
  const counts = new Map<string, number>();
  for (const file of ownFilesOf(ground)) {
    const [, folder] = /^((?:.*?\/)?components)\/.*\.(vue|svelte|astro|[jt]sx?)$/.exec(file) ?? [];
    if (folder !== undefined) counts.set(folder, (counts.get(folder) ?? 0) + 1);
  }
  const [[most] = []] = [...counts].sort(([, one], [, other]) => other - one);
  const folder = beside ?? (ground.names(ground.inHost('src')).length > 0 ? 'src' : '.');
  return most ?? ground.inHost(`${folder}/components`);
}
