import type { Stack } from './stack.ts';
import { named } from './title.ts';

/** An app built with Next.js, by its app router or its pages router. */
export const nextjs: Stack = {
  id: 'nextjs',
  recognise: (ground) => (ground.declares('next') ? named(ground, 'next', 'Next.js') : undefined),
  read: async (ground) => (await import('./nextjs-joints.ts')).readNextjs(ground),
  build: { program: 'next', args: ['build'] },
};
