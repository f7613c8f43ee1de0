import type { Stack } from '../../joints/ground.ts';

/** Any package that no other stack has: it still has a manifest and an ignore file. */
export const node: Stack = {
  id: 'node',
  side: undefined,
  recognise: () => 'Node.js package',
  read: async (ground) => (await import('./node-joints.ts')).readNode(ground),
};
