import type { Stack } from './stack.ts';
import { named } from './title.ts';

/** A site built with Astro. */
export const astro: Stack = {
  id: 'astro',
  recognise: (ground) => (ground.declares('astro') ? named(ground, 'astro', 'Astro') : undefined),
  read: async (ground) => (await import('./astro-joints.ts')).readAstro(ground),
  build: { program: 'astro', args: ['build'] },
};
