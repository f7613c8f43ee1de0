import type { Stack } from '../../joints/ground.ts';
import { named } from '../../joints/title.ts';

/** A server built with Fastify. */
export const fastify: Stack = {
  id: 'fastify',
  side: 'server',
  knows: { package: 'fastify', title: 'Fastify', from: 3, to: 5 },
  recognise: (ground) => (ground.declares('fastify') ? named(ground, 'fastify', 'Fastify') : undefined),
  read: async (ground) => ({
    ...(await (await import('../node/node-joints.ts')).readNode(ground)),
    absent: { 'server.handlers': 'takes plugins of a kind of its own' },
  }),
};
