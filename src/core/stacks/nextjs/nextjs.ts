import type { Stack } from '../../joints/ground.ts';
import { named } from '../../joints/title.ts';

/** An app built with Next.js, by its app router or its pages router. */
export const nextjs: Stack = {
  id: 'nextjs',
  side: 'browser',
  knows: { package: 'next', title: 'Next.js', from: 13, to: 16 },
  recognise: (ground) => (ground.declares('next') ? named(ground, 'next', 'Next.js') : undefined),
  read: async (ground) => (await import('./nextjs-joints.ts')).readNextjs(ground),
  grows: async (ground) => (await import('./nextjs-growth.ts')).nextjsGrowth(ground),
  build: { program: 'next', args: ['build'] },
};
