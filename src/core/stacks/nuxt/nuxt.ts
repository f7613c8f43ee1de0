import type { Stack } from '../../joints/ground.ts';
import { named } from '../../joints/title.ts';

/** An app built with Nuxt. */
export const nuxt: Stack = {
  id: 'nuxt',
  side: 'browser',
  knows: { package: 'nuxt', title: 'Nuxt', from: 3, to: 4 },
  recognise: (ground) => (ground.declares('nuxt') ? named(ground, 'nuxt', 'Nuxt') : undefined),
  read: async (ground) => (await import('./nuxt-joints.ts')).readNuxt(ground),
  grows: async (ground) => (await import('./nuxt-growth.ts')).nuxtGrowth(ground),
  build: { program: 'nuxt', args: ['build'] },
};
