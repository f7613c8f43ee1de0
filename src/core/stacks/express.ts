import { packageJoints } from './package-joints.ts';
import type { Stack } from './stack.ts';
import { plainTraits } from './plain-traits.ts';

/** A server built with Express. */
export const express: Stack = {
  id: 'express',
  recognise(ground) {
    if (!ground.declares('express')) return undefined;
    const major = ground.versionOf('express')?.split('.')[0];
    return major === undefined ? 'Express' : `Express ${major}`;
  },
  read: async (ground) => ({ joints: await packageJoints(ground), traits: plainTraits(ground) }),
};
