import type { Ground, Stack } from '../../joints/ground.ts';
import { framework, named } from '../../joints/title.ts';

const SERVERS = ['express', 'fastify', 'koa', '@nestjs/core'];

/** A server may have it for its tests: then it has no page, and nothing says how one would be built. */
function isForTestsOnly(ground: Ground): boolean {
  const names = ground.names(ground.inHost('.'));
  return (
    SERVERS.some((name) => ground.declares(name)) && !names.some((name) => /^(index\.html|vite\.config\.)/.test(name))
  );
}

/** It is set up for Vite, which another package of the host brings: a page, a configuration, and a script that runs it. */
function isSetUp(ground: Ground): boolean {
  const names = ground.names(ground.inHost('.'));
  return (
    names.includes('index.html') &&
    names.some((name) => /^vite\.config\.[cm]?[jt]s$/.test(name)) &&
    Object.values(ground.workspace.manifest.scripts).some((script) => /(^|[\s/])vite\b/.test(script))
  );
}

/** A browser app built with Vite, with or without a framework. */
export const vite: Stack = {
  id: 'vite',
  side: 'browser',
  knows: { package: 'vite', title: 'Vite', from: 2, to: 8 },
  recognise(ground) {
    if (!(ground.declares('vite') || isSetUp(ground)) || isForTestsOnly(ground)) return undefined;
    return [named(ground, 'vite', 'Vite'), framework(ground)].filter((part) => part !== undefined).join(' + ');
  },
  read: async (ground) => (await import('./vite-joints.ts')).readVite(ground),
  grows: async (ground) => (await import('../../joints/table-growth.ts')).tableGrowth(ground),
  build: { program: 'vite', args: ['build'] },
};
