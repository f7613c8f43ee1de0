import { packageJoints } from './package-joints.ts';
import type { Stack } from './stack.ts';

/** A server built with Express. */
export const express: Stack = {
  id: 'express',
  recognise(ground) {
    if (!ground.declares('express')) return undefined;
    const major = ground.versionOf('express')?.split('.')[0];
    return major === undefined ? 'Express' : `Express ${major}`;
  },
  joints: (ground) => Promise.resolve(packageJoints(ground)),
};
