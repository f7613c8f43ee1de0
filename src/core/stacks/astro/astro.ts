import type { Stack } from '../../joints/ground.ts';
import { named } from '../../joints/title.ts';

/** A site built with Astro. */
export const astro: Stack = {
  id: 'astro',
  side: 'browser',
  knows: { package: 'astro', title: 'Astro', from: 4, to: 6 },
  recognise: (ground) => (ground.declares('astro') ? named(ground, 'astro', 'Astro') : undefined),
  read: async (ground) => (await import('./astro-joints.ts')).readAstro(ground),
  grows: async (ground) => (await import('./astro-growth.ts')).astroGrowth(ground),
  build: { program: 'astro', args: ['build'] },
};
