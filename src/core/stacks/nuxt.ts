import type { Stack } from './stack.ts';
import { named } from './title.ts';

/** An app built with Nuxt. */
export const nuxt: Stack = {
  id: 'nuxt',
  recognise: (ground) => (ground.declares('nuxt') ? named(ground, 'nuxt', 'Nuxt') : undefined),
  read: async (ground) => (await import('./nuxt-joints.ts')).readNuxt(ground),
  build: { program: 'nuxt', args: ['build'] },
};
