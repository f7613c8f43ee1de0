import type { Stack } from '../../joints/ground.ts';

/** A server built with Express. */
export const express: Stack = {
  id: 'express',
  side: 'server',
  knows: { package: 'express', title: 'Express', from: 4, to: 5 },
  recognise(ground) {
    if (!ground.declares('express')) return undefined;
    const major = ground.versionOf('express')?.split('.')[0];
    return major === undefined ? 'Express' : `Express ${major}`;
  },
  read: async (ground) => (await import('./express-joints.ts')).readExpress(ground),
  grows: async (ground) => (await import('./express-growth.ts')).expressGrowth(ground),
};
