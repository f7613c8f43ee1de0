import { framework, named } from '../../joints/title.ts';
import type { Stack } from '../../joints/ground.ts';

/** A React app built with webpack by its scripts. */
export const reactScripts: Stack = {
  id: 'react-scripts',
  side: 'browser',
  knows: { package: 'react-scripts', title: 'react-scripts', from: 4, to: 5 },
  recognise(ground) {
    if (!ground.declares('react-scripts')) return undefined;
    return [named(ground, 'react-scripts', 'react-scripts'), framework(ground)].filter(Boolean).join(' + ');
  },
  read: async (ground) => (await import('./react-scripts-joints.ts')).readReactScripts(ground),
  grows: async (ground) => (await import('../../joints/table-growth.ts')).tableGrowth(ground, { inPlain: true }),
  build: { program: 'react-scripts', args: ['build'] },
};
