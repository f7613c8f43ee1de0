import { framework, named } from '../../joints/title.ts';
import type { Ground, Stack } from '../../joints/ground.ts';

// Only what a name says is looked at here: a survey of names loads no parser.
const FOR_NODE = /\btarget\s*:\s*['"](?:async-)?node/;

/** A server is bundled by it, and nothing else: one configuration, for Node.js (webpack, "target"). */
function isForServer(ground: Ground): boolean {
  const file = ground.first(['js', 'cjs', 'mjs', 'ts'].map((ending) => ground.inHost(`webpack.config.${ending}`)));
  const text = file === undefined ? '' : (ground.text(file) ?? '');
  return FOR_NODE.test(text) && (text.match(/\bentry\s*:/g)?.length ?? 0) < 2;
}

/** A browser app built with webpack. */
export const webpack: Stack = {
  id: 'webpack',
  side: 'browser',
  knows: { package: 'webpack', title: 'webpack', from: 4, to: 5 },
  recognise(ground) {
    if (!ground.declares('webpack') || isForServer(ground)) return undefined;
    return [named(ground, 'webpack', 'webpack'), framework(ground)].filter((part) => part !== undefined).join(' + ');
  },
  read: async (ground) => (await import('./webpack-joints.ts')).readWebpack(ground),
  grows: async (ground) => (await import('../../joints/table-growth.ts')).tableGrowth(ground, { inPlain: true }),
  build: { program: 'webpack', args: ['--mode', 'production'] },
};
