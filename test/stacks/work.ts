import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { projectRoot, registryEnvironment } from '../../demo/registry/open.ts';
import { runAsync, type Run } from '../support/run-async.ts';

const PROGRAM = path.join(projectRoot(), 'dist/ligament.js');
const HOOK = path.join(projectRoot(), 'test/stacks/coverage-hook.mjs');
export const HOSTS = path.join(projectRoot(), 'test/stacks/hosts');
// Outside of the project itself: tools look for their settings in the folders above.
export const WORK = path.join(os.tmpdir(), 'ligament-stacks');
const GIT = ['-c', 'user.name=Committee', '-c', 'user.email=committee@example.org'];

export const SHELF = path.join(projectRoot(), 'test/stacks/shelf');

// Hosts of several workspaces, and the one of each that integrations are attached to.
const WORKSPACES: Record<string, string> = { 'monorepo-react18-js': 'apps/swap', 'monorepo-express-js': 'api' };

// What tells hosts of the same stack apart.
const SHAPES: Record<string, string> = {
  'express4-cjs-ts': 'CommonJS, run as it is',
  'express4-ejs-js': 'CommonJS, EJS, as ten years ago',
  'express4-plain-js': 'CommonJS, no views, start script apart',
  'express5-one-js': 'ES modules, no views, one file',
  'express5-pug-js': 'CommonJS, Pug, one file',
  'express5-ts': 'ES modules, built first',
  'monorepo-express-js': 'ES modules, EJS',
  'node-lib-js': 'a library',
  'node-lib-ts': 'a library',
  'node-service-js': 'a service',
};

export type { Run };

/** A host of a real framework, installed, in a working copy that is used again and again. */
export class StackHost {
  readonly id: string;
  readonly root: string;
  /** The folder of a second installation, which nothing changes. */
  readonly pristine: string;
  /** The workspace that everything is attached to. */
  readonly workspace: string;
  readonly #environment: Record<string, string>;
  /** Where it is noted which functions of the program ran; undefined where nobody asks. */
  coverage: string | undefined;

  constructor(id: string, registry: string | undefined) {
    this.id = id;
    this.root = path.join(WORK, 'hosts', id);
    this.pristine = path.join(WORK, 'pristine', id);
    this.workspace = WORKSPACES[id] ?? '.';
    const own = { ...process.env } as Record<string, string>;
    delete own.NODE_ENV;
    this.#environment = {
      ...own,
      ...(registry === undefined
        ? { npm_config_cache: path.join(WORK, 'npm-cache'), XDG_CACHE_HOME: path.join(WORK, 'cache') }
        : // What was fetched when the host was set up is good by its checksum.
          {
            ...registryEnvironment(registry, path.join(WORK, 'offline')),
            npm_config_cache: path.join(WORK, 'npm-cache'),
          }),
      XDG_STATE_HOME: path.join(WORK, 'state', id),
      NO_COLOR: '1',
      CI: '1',
      NEXT_TELEMETRY_DISABLED: '1',
      NUXT_TELEMETRY_DISABLED: '1',
      ASTRO_TELEMETRY_DISABLED: '1',
      NG_CLI_ANALYTICS: 'false',
    };
  }

  /** Brings the working copy to what the host's folder holds, with its packages installed as its lockfile has them. */
  async prepare(): Promise<void> {
    const source = path.join(HOSTS, this.id);
    const lock = fs.readFileSync(path.join(source, 'package-lock.json'));
    const stamp = path.join(this.root, 'node_modules/.stamp');
    const key = createHash('sha256').update(lock).digest('hex');
    fs.mkdirSync(this.root, { recursive: true });
    const installed = fs.existsSync(stamp) && fs.readFileSync(stamp, 'utf8') === key;
    for (const name of fs.readdirSync(this.root))
      if (name !== 'node_modules' || !installed) fs.rmSync(path.join(this.root, name), { recursive: true });
    fs.cpSync(source, this.root, { recursive: true, filter: (file) => !file.includes('node_modules') });
    if (!installed) {
      // The one step that may use the registry.
      const run = await this.#run('npm', ['install', '--no-audit', '--no-fund'], { online: true });
      if (run.status !== 0) throw new Error(`${this.id}: npm install: ${run.stderr}`);
      // A package without any gets no folder for them.
      fs.mkdirSync(path.dirname(stamp), { recursive: true });
      fs.writeFileSync(stamp, key);
      fs.rmSync(this.pristine, { recursive: true, force: true });
    }
    if (!fs.existsSync(this.pristine)) {
      fs.mkdirSync(this.pristine, { recursive: true });
      // The registry packs from here, while the installation itself comes and goes.
      spawnSync('cp', ['-al', path.join(this.root, 'node_modules'), this.pristine]);
      fs.copyFileSync(path.join(source, 'package-lock.json'), path.join(this.pristine, 'package-lock.json'));
    }
    this.git('init', '--quiet', '--initial-branch=main');
    this.git('add', '--all');
    this.git('commit', '--quiet', '--message=As it is');
  }

  /** What fits a copy of the host in which nothing is installed, by integration: enough to tell whether its groups are still the same. */
  async fitsBare(): Promise<Record<string, string>> {
    const bare = path.join(WORK, 'bare', this.id);
    fs.rmSync(bare, { recursive: true, force: true });
    fs.cpSync(path.join(HOSTS, this.id), bare, { recursive: true, filter: (file) => !file.includes('node_modules') });
    const at = this.workspace === '.' ? [] : ['--workspace', this.workspace];
    const run = await this.#run(process.execPath, [PROGRAM, 'browse', '--json', '--cwd', bare, ...at], { cwd: bare });
    if (run.status !== 0) throw new Error(`${this.id}: browse: ${run.stderr}`);
    return verdictsIn(run.stdout);
  }

  /** Lets npm work out what the manifest brings, and returns it all by `name@version`. Asks the registry. */
  async lock(): Promise<string[]> {
    const args = ['install', '--package-lock-only', '--ignore-scripts', '--no-audit', '--no-fund'];
    const run = await this.#run('npm', args, { online: true });
    if (run.status !== 0) throw new Error(`${this.id}: npm: ${run.stderr}`);
    return lockedPackages(path.join(this.root, 'package-lock.json'));
  }

  ligament(...args: string[]): Promise<Run> {
    const at = this.workspace === '.' ? [] : ['--workspace', this.workspace];
    if (this.coverage === undefined) return this.#run(process.execPath, [PROGRAM, ...args, ...at]);
    const hooked = ['--import', HOOK, PROGRAM, ...args, ...at];
    return this.#run(process.execPath, hooked, { more: { LIGAMENT_COVERAGE: this.coverage } });
  }

  /** What the host is built with, as a survey tells it. */
  async title(): Promise<string> {
    const run = await this.ligament('survey', '--json');
    const { workspaces } = JSON.parse(run.stdout) as { workspaces: { stack: { title?: string } | string }[] };
    const stack = workspaces[0]?.stack;
    const title = typeof stack === 'string' ? stack : (stack?.title ?? this.id);
    const language = this.id.endsWith('-ts') ? 'TypeScript' : 'JavaScript';
    const shape = SHAPES[this.id] === undefined ? '' : `, ${SHAPES[this.id] ?? ''}`;
    return `${title} (${language}${shape}${this.workspace === '.' ? '' : ', a workspace'})`;
  }

  /** Runs the host's own `check`, which has its linter, its formatter and its tests look at everything; what it says where it fails. */
  async check(): Promise<string | undefined> {
    const { scripts = {} } = JSON.parse(fs.readFileSync(path.join(this.root, 'package.json'), 'utf8')) as {
      scripts?: Record<string, string>;
    };
    if (scripts.check === undefined) return undefined;
    const { status, stdout, stderr } = await this.#run('npm', ['run', 'check']);
    return status === 0 ? undefined : stdout + stderr;
  }

  /** The files that git would take by `git add --all`. */
  wouldStage(): string[] {
    return this.git('ls-files', '--others', '--modified', '--exclude-standard')
      .split('\n')
      .filter((one) => one !== '');
  }

  /** Takes Ligament's records out of the host, its root's and its workspace's, as if they had been lost, until they are put back. */
  takeRecord(): { putBack: () => void } {
    const aside = path.join(WORK, 'aside', this.id);
    fs.rmSync(aside, { recursive: true, force: true });
    const records = [...new Set(['.', this.workspace])]
      .map((folder, at) => ({ record: path.join(this.root, folder, '.ligament'), kept: path.join(aside, String(at)) }))
      .filter(({ record }) => fs.existsSync(record));
    for (const { record, kept } of records) {
      fs.cpSync(record, kept, { recursive: true });
      fs.rmSync(record, { recursive: true });
    }
    return {
      putBack: () => {
        for (const { record, kept } of records) {
          fs.rmSync(record, { recursive: true, force: true });
          fs.cpSync(kept, record, { recursive: true });
        }
      },
    };
  }

  git(...args: string[]): string {
    const { status, stdout, stderr } = spawnSync('git', [...GIT, ...args], { cwd: this.root, encoding: 'utf8' });
    if (status !== 0) throw new Error(`git ${args.join(' ')}: ${stderr}`);
    return stdout;
  }

  /** What is other than it was committed, but for what version control passes over. */
  changes(): string {
    return this.git('status', '--short', '--untracked-files=all');
  }

  /** What is in all files that version control knows or would take, as one text for each file. */
  tree(): Map<string, string> {
    const names = this.git('ls-files', '--cached', '--others', '--exclude-standard', '-z').split('\0');
    const present = names.filter((name) => name !== '' && fs.existsSync(path.join(this.root, name)));
    return new Map(present.sort().map((name) => [name, fs.readFileSync(path.join(this.root, name), 'utf8')]));
  }

  #run(
    command: string,
    args: string[],
    {
      online = false,
      more = {},
      cwd = this.root,
    }: { online?: boolean; more?: Record<string, string>; cwd?: string } = {},
  ): Promise<Run> {
    const own = Object.entries(this.#environment);
    const environment = Object.fromEntries(own.filter(([name]) => !online || !name.startsWith('npm_config_')));
    if (online) {
      environment.npm_config_cache = path.join(WORK, 'npm-cache');
      if (process.env.npm_config_registry) environment.npm_config_registry = process.env.npm_config_registry;
    }
    return runAsync(command, args, { cwd, env: { ...environment, ...more } });
  }
}

interface Browsed {
  integrations: { integration: string; workspaces: { ways: { verdict: string }[] }[] }[];
}

function verdictsIn(document: string): Record<string, string> {
  const { integrations } = JSON.parse(document) as Browsed;
  return Object.fromEntries(
    integrations.map(({ integration, workspaces }) => [
      integration,
      (workspaces[0]?.ways ?? []).map(({ verdict }) => verdict).join(' '),
    ]),
  );
}

/** Every package that a lockfile of npm's has, by `name@version` (package-lock.json, version 3, "packages"). */
export function lockedPackages(file: string): string[] {
  const { packages } = JSON.parse(fs.readFileSync(file, 'utf8')) as {
    packages: Record<string, { name?: string; version?: string; link?: boolean; os?: string[]; cpu?: string[] }>;
  };
  return Object.entries(packages).flatMap(([place, { name, version, link, os: systems, cpu }]) => {
    const at = place.lastIndexOf('node_modules/');
    // Parts for one machine come with what they are parts of.
    if (at === -1 || link || version === undefined || systems || cpu) return [];
    return [`${name ?? place.slice(at + 'node_modules/'.length)}@${version}`];
  });
}

/** Installs the packages that the runs may ask for. May use the registry. */
export function installShelf(): Promise<void> {
  const record = path.join(SHELF, 'node_modules/.package-lock.json');
  const lock = path.join(SHELF, 'package-lock.json');
  if (fs.existsSync(record) && fs.statSync(record).mtimeMs >= fs.statSync(lock).mtimeMs) return Promise.resolve();
  const { status, stderr } = spawnSync(
    'npm',
    ['install', '--no-audit', '--no-fund', '--ignore-scripts', '--legacy-peer-deps'],
    {
      cwd: SHELF,
      env: { ...process.env, npm_config_cache: path.join(WORK, 'npm-cache') },
      encoding: 'utf8',
      maxBuffer: 64 << 20,
    },
  );
  if (status !== 0) throw new Error(`the shelf: npm install: ${stderr}`);
  return Promise.resolve();
}
