import { PROOF_KINDS } from '../../src/core/prove/kinds.ts';
import { kept, proofs } from './catalog.ts';
import { nodeMachine } from '../../src/core/doors/node-machine.ts';
import { markOf, stateOf } from '../../src/core/doors/process-marks.ts';
import type { ApplyOptions } from '../../src/core/apply/apply-options.ts';
import type { Doors } from '../../src/core/ports.ts';
import { oneVersionRegistry } from './one-version.ts';
import { MemoryFiles } from './memory-files.ts';

export const ROOT = '/garden/host';
export const CATALOG = { folder: '/garden/catalog', proofs, kept };

const HOST: Record<string, string> = {
  'package.json': `${JSON.stringify({ name: 'allotment', private: true, workspaces: ['web'] }, null, 2)}\n`,
  'package-lock.json': `${JSON.stringify({ name: 'allotment', lockfileVersion: 3, packages: { '': {}, 'node_modules/vite': { version: '7.3.8' } } }, null, 2)}\n`,
  '.gitignore': 'node_modules\n',
  'web/package.json': `${JSON.stringify({ name: 'web', type: 'module', scripts: { build: 'vite build' }, devDependencies: { vite: '^7.3.0' } }, null, 2)}\n`,
  'web/vite.config.ts':
    "import { defineConfig } from 'vite'\n\n// The society's own.\nexport default defineConfig({\n  plugins: [],\n  server: { port: 3200 },\n})\n",
  'web/index.html':
    '<!doctype html>\n<html>\n  <head>\n    <link rel="stylesheet" href="/src/site.css">\n  </head>\n  <body>\n    <script type="module" src="/src/main.ts"></script>\n  </body>\n</html>\n',
  'web/src/main.ts': "import './site.css'\n\ndocument.title = 'Plots'\n",
  'web/src/site.css': '@charset "utf-8";\n@import "./tokens.css";\n\n.bed { margin: 0 }\n',
};

/** A small host in memory, a folder outside of it that nothing may touch, and a link in the host that leads there. */
export function memoryHost(): MemoryFiles {
  const files = Object.fromEntries(Object.entries(HOST).map(([file, text]) => [`${ROOT}/${file}`, text]));
  return new MemoryFiles(
    { ...files, '/outside/kept': 'as it was', [`${CATALOG.folder}/readme`]: '' },
    { [`${ROOT}/way-out`]: '/outside' },
  );
}

/** The files of the small host that people write, relative to its root. */
export const HOST_FILES = Object.keys(HOST);

/** Doors in which nothing but memory is behind: a registry with one version of everything, and no program that can be run. */
export function memoryDoors(memory: MemoryFiles): Doors {
  return {
    files: memory.door,
    processes: {
      run: () => Promise.resolve({ status: undefined, stdout: '', stderr: '', failure: 'ENOENT' }),
      mark: markOf,
      state: stateOf,
      end: () => Promise.resolve(),
      endIn: () => Promise.resolve(),
    },
    clock: { now: () => new Date(2026, 10, 23) },
    machine: nodeMachine,
    offline: false,
    sources: {
      npm: () => Promise.resolve(oneVersionRegistry),
      composer: () => Promise.reject(new Error('no repositories')),
    },
    environment: { XDG_STATE_HOME: '/garden/state', PATH: '' },
  };
}

export function memoryOptions(): ApplyOptions {
  return {
    root: ROOT,
    workspaces: ['.', 'web'],
    managed: ['package-lock.json'],
    install: false,
    kinds: PROOF_KINDS,
    prove: undefined,
    signal: new AbortController().signal,
    onEvent: () => undefined,
  };
}
