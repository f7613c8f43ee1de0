import type { SourceKind } from '../definition/conditions.ts';
import type { Ground } from './ground.ts';

const BY_PACKAGE: readonly [string, SourceKind][] = [
  ['vue', 'vue'],
  ['nuxt', 'vue'],
  ['svelte', 'svelte'],
  ['astro', 'astro'],
  ['react', 'jsx'],
  ['preact', 'jsx'],
  ['solid-js', 'jsx'],
];

/** Kinds of sources that a project for browsers has, told by what it is built with. */
export function browserSources(ground: Ground): SourceKind[] {
  const own = BY_PACKAGE.filter(([name]) => ground.finds(name)).map(([, kind]) => kind);
  return [...new Set<SourceKind>([...(ground.workspace.language === 'ts' ? (['ts'] as const) : []), ...own])];
}
