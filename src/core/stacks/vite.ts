import type { Stack } from './stack.ts';
import { framework, named } from './title.ts';

/** A browser app built with Vite, with or without a framework. */
export const vite: Stack = {
  id: 'vite',
  recognise(ground) {
    if (!ground.declares('vite')) return undefined;
    return [named(ground, 'vite', 'Vite'), framework(ground)].filter((part) => part !== undefined).join(' + ');
  },
  read: async (ground) => (await import('./vite-joints.ts')).readVite(ground),
  build: { program: 'vite', args: ['build'] },
};
