import type { Stack } from './stack.ts';

/** A server built with Express. */
export const express: Stack = {
  id: 'express',
  recognise(ground) {
    if (!ground.declares('express')) return undefined;
    const major = ground.versionOf('express')?.split('.')[0];
    return major === undefined ? 'Express' : `Express ${major}`;
  },
  read: async (ground) => (await import('./express-joints.ts')).readExpress(ground),
};
