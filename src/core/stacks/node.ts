import { packageJoints } from './package-joints.ts';
import type { Stack } from './stack.ts';

/** Any package that no other stack has: it still has a manifest and an ignore file. */
export const node: Stack = {
  id: 'node',
  recognise: () => 'Node.js package',
  joints: (ground) => Promise.resolve(packageJoints(ground)),
};
