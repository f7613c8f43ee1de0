import type { Ground, Stack } from './stack.ts';

const FRAMEWORKS = [
  ['vue', 'Vue'],
  ['react', 'React'],
  ['svelte', 'Svelte'],
] as const;

/** A browser app built with Vite, with or without a framework. */
export const vite: Stack = {
  id: 'vite',
  recognise(ground) {
    if (!ground.declares('vite')) return undefined;
    const framework = FRAMEWORKS.find(([name]) => ground.declares(name));
    const parts = [named(ground, 'vite', 'Vite'), framework && named(ground, framework[0], framework[1])];
    return parts.filter((part) => part !== undefined).join(' + ');
  },
  joints: async (ground) => (await import('./vite-joints.ts')).viteJoints(ground),
  build: { program: 'vite', args: ['build'] },
};

function named(ground: Ground, name: string, title: string): string {
  const version = ground.versionOf(name);
  const shown = version === undefined ? '' : ` ${version.split('.').slice(0, 2).join('.')}`;
  return title + shown;
}
