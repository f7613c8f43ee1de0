import { browserSources } from '../../joints/browser-sources.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { plainTraits } from '../../joints/plain-traits.ts';
import type { Ground, Stack } from '../../joints/ground.ts';
import { framework } from '../../joints/title.ts';

const FRAMEWORKS = ['react', 'vue', 'svelte', 'preact', 'solid-js', 'lit', '@angular/core'];
// What else builds something for browsers, and what runs it.
const BUILDERS: readonly [string, string][] = [
  ['@rspack/core', 'Rspack'],
  ['@rsbuild/core', 'Rsbuild'],
  ['parcel', 'Parcel'],
  ['rollup', 'Rollup'],
  ['esbuild', 'esbuild'],
  ['gatsby', 'Gatsby'],
];

function builder(ground: Ground): string | undefined {
  return BUILDERS.find(([name]) => ground.finds(name))?.[1];
}

const SERVERS = ['express', 'fastify', 'koa', '@nestjs/core', '@hapi/hapi', 'hono', 'next', 'nuxt'];

/** Components on a server are made there: for pages, for mails. */
function isServer(ground: Ground): boolean {
  const { start = '', dev = '' } = ground.workspace.manifest.scripts;
  return SERVERS.some((name) => ground.finds(name)) || /(^|[\s&;])(node|nodemon|tsx|ts-node)\s/.test(`${start};${dev}`);
}

/** Something for browsers that no other stack has: components, or an app that is built in another way. It has only what every package has. */
export const browser: Stack = {
  id: 'browser',
  side: 'browser',
  recognise(ground) {
    const found = FRAMEWORKS.find((name) => ground.declares(name));
    if (found === undefined || isServer(ground)) return undefined;
    return [builder(ground), framework(ground) ?? found].filter((part) => part !== undefined).join(' + ');
  },
  read: async (ground) => ({
    joints: await packageJoints(ground),
    traits: {
      ...plainTraits(ground),
      sources: browserSources(ground),
      runtime: 'browser',
    },
  }),
};
