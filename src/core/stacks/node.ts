import { packageJoints } from './package-joints.ts';
import type { Stack } from './stack.ts';
import { plainTraits } from './plain-traits.ts';

/** Any package that no other stack has: it still has a manifest and an ignore file. */
export const node: Stack = {
  id: 'node',
  recognise: () => 'Node.js package',
  read: async (ground) => ({ joints: await packageJoints(ground), traits: plainTraits(ground) }),
};
