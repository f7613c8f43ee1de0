import type { Ground } from './ground.ts';

const FRAMEWORKS = [
  ['vue', 'Vue'],
  ['react', 'React'],
  ['svelte', 'Svelte'],
] as const;

/** A title with the version that is here, as "Vite 7.3". */
export function named(ground: Ground, name: string, title: string): string {
  const version = ground.versionOf(name);
  const shown = version === undefined ? '' : ` ${version.split('.').slice(0, 2).join('.')}`;
  return title + shown;
}

/** The framework of a browser app with its version. */
export function framework(ground: Ground): string | undefined {
  const found = FRAMEWORKS.find(([name]) => ground.finds(name));
  return found && named(ground, found[0], found[1]);
}
