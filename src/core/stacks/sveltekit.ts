import type { Stack } from './stack.ts';
import { named } from './title.ts';

/** An app built with SvelteKit. */
export const sveltekit: Stack = {
  id: 'sveltekit',
  recognise: (ground) =>
    ground.declares('@sveltejs/kit') && ground.declares('vite')
      ? `${named(ground, '@sveltejs/kit', 'SvelteKit')} + ${named(ground, 'svelte', 'Svelte')}`
      : undefined,
  read: async (ground) => (await import('./sveltekit-joints.ts')).readSveltekit(ground),
  build: { program: 'vite', args: ['build'] },
};
