import fs from 'node:fs';
import path from 'node:path';
import { inject } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { demoHost, type Run, type TestHost } from './host.ts';

/** A package manager as the tests run it. */
export interface Managed {
  /** The program's file below test/managers/node_modules, and the name under which it is on the search path. */
  program: string;
  command: string;
  /** Files that make a host one of this manager's; texts of manifests are put on top of their own. */
  files: Record<string, string>;
  install: string[];
  /** The manager's own check that manifests and lockfile agree. */
  frozen: string[];
  lockfile: string;
  /** Whether taking packages out gives the very lockfile of before; pnpm keeps peers that it has once found. */
  deterministic: boolean;
}

const WORKSPACES = 'packages:\n  - web\n  - api\n';
const YARN_IGNORES = 'node_modules\ndist\n*.local\n.yarn/*\n';

export const MANAGERS: Record<string, Managed> = {
  'pnpm 10': {
    program: 'pnpm10/bin/pnpm.cjs',
    command: 'pnpm',
    files: { 'pnpm-workspace.yaml': `${WORKSPACES}onlyBuiltDependencies:\n  - esbuild\n` },
    install: ['install', '--no-frozen-lockfile'],
    frozen: ['install', '--frozen-lockfile'],
    lockfile: 'pnpm-lock.yaml',
    deterministic: false,
  },
  'pnpm 12': {
    program: 'pnpm12/pnpm',
    command: 'pnpm',
    files: { 'pnpm-workspace.yaml': `${WORKSPACES}allowBuilds:\n  esbuild: true\n` },
    install: ['install', '--no-frozen-lockfile'],
    frozen: ['install', '--frozen-lockfile'],
    lockfile: 'pnpm-lock.yaml',
    deterministic: false,
  },
  'yarn 1': {
    program: 'yarn/bin/yarn.js',
    command: 'yarn',
    // The bundler's compiler is packed as it lies in this project, after its own script has run.
    files: { '.yarnrc': '--install.ignore-scripts true\n', 'yarn.lock': '' },
    install: ['install'],
    frozen: ['install', '--frozen-lockfile'],
    lockfile: 'yarn.lock',
    deterministic: true,
  },
  'yarn 4': {
    program: '@yarnpkg/cli-dist/bin/yarn.js',
    command: 'yarn',
    files: { '.yarnrc.yml': 'nodeLinker: node-modules\n', 'yarn.lock': '', '.gitignore': YARN_IGNORES },
    install: ['install', '--no-immutable'],
    frozen: ['install', '--immutable'],
    lockfile: 'yarn.lock',
    deterministic: true,
  },
  "yarn 4 with Plug'n'Play": {
    program: '@yarnpkg/cli-dist/bin/yarn.js',
    command: 'yarn',
    files: { '.yarnrc.yml': 'nodeLinker: pnp\n', 'yarn.lock': '', '.gitignore': YARN_IGNORES },
    install: ['install', '--no-immutable'],
    frozen: ['install', '--immutable'],
    lockfile: 'yarn.lock',
    deterministic: true,
  },
};

/** The demo host as one that another manager keeps, with that manager alone on its search path. */
export function managedHost(managed: Managed, files: Record<string, string> = {}): TestHost {
  const host = demoHost();
  for (const [file, text] of Object.entries({ ...managed.files, ...files })) host.write(file, text);
  useManager(host, managed, inject('registry'));
  return host;
}

/** Puts a manager on a host's search path and points it at a registry, with folders of its own for all that it keeps. */
export function useManager(host: TestHost, managed: Managed, registry: string): void {
  const top = path.dirname(host.root);
  const bin = path.join(top, 'bin');
  fs.mkdirSync(bin);
  fs.symlinkSync(
    path.join(projectRoot(), 'test/managers/node_modules', managed.program),
    path.join(bin, managed.command),
  );
  Object.assign(host.environment, {
    PATH: [bin, host.environment.PATH].join(path.delimiter),
    npm_config_registry: registry,
    // From its line 11 on pnpm has environment variables of its own.
    pnpm_config_registry: registry,
    XDG_DATA_HOME: path.join(top, 'data'),
    YARN_CACHE_FOLDER: path.join(top, 'yarn-cache'),
    YARN_GLOBAL_FOLDER: path.join(top, 'yarn'),
    YARN_NPM_REGISTRY_SERVER: registry.replace(/\/$/, ''),
    YARN_UNSAFE_HTTP_WHITELIST: '127.0.0.1',
    YARN_ENABLE_TELEMETRY: '0',
    YARN_ENABLE_GLOBAL_CACHE: 'true',
  });
}

/** Every file but what yarn notes for itself about the last installation. */
export function sources(host: TestHost): Map<string, string> {
  const tree = host.tree();
  for (const file of [...tree.keys()]) if (file.startsWith('.yarn/')) tree.delete(file);
  return tree;
}

/** Runs the host's manager; throws with what it said where it fails. */
export function runManager(host: TestHost, { command }: Managed, args: readonly string[]): Run {
  const run = host.run(command, [...args]);
  if (run.status !== 0) throw new Error(`${command} ${args.join(' ')}: ${run.stdout}\n${run.stderr}`);
  return run;
}
