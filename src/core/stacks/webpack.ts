import { framework, named } from './title.ts';
import type { Stack } from './stack.ts';

/** A browser app built with webpack. */
export const webpack: Stack = {
  id: 'webpack',
  recognise(ground) {
    if (!ground.declares('webpack')) return undefined;
    return [named(ground, 'webpack', 'webpack'), framework(ground)].filter((part) => part !== undefined).join(' + ');
  },
  read: async (ground) => (await import('./webpack-joints.ts')).readWebpack(ground),
  build: { program: 'webpack', args: ['--mode', 'production'] },
};
