import type { Stack } from './stack.ts';
import { named } from './title.ts';

/** A server built with Fastify. */
export const fastify: Stack = {
  id: 'fastify',
  recognise: (ground) => (ground.declares('fastify') ? named(ground, 'fastify', 'Fastify') : undefined),
  read: async (ground) => ({
    ...(await (await import('./node-joints.ts')).readNode(ground)),
    absent: { 'server.handlers': 'takes plugins of a kind of its own' },
  }),
};
