import type { Stack } from '../../joints/ground.ts';
import { named } from '../../joints/title.ts';

/** An app built with SvelteKit. */
export const sveltekit: Stack = {
  id: 'sveltekit',
  side: 'browser',
  knows: { package: '@sveltejs/kit', title: 'SvelteKit', from: 1, to: 2 },
  recognise: (ground) =>
    ground.declares('@sveltejs/kit') && ground.declares('vite')
      ? `${named(ground, '@sveltejs/kit', 'SvelteKit')} + ${named(ground, 'svelte', 'Svelte')}`
      : undefined,
  read: async (ground) => (await import('./sveltekit-joints.ts')).readSveltekit(ground),
  grows: async (ground) => (await import('./sveltekit-growth.ts')).sveltekitGrowth(ground),
  build: { program: 'vite', args: ['build'] },
};
