import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { projectRoot, registryEnvironment } from '../../demo/registry/open.ts';
import { COMPOSER_HOME, composerLocked, PHP_LIST } from './php-shelf.ts';
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
  'symfony44-php': 'a kernel with its bundles in code, a folder for each environment',
  'symfony64-php': 'routes in YAML',
  'symfony74-php': 'routes by attributes, Doctrine, security',
  'laravel10-php': 'kernels, providers in config/app.php',
  'laravel11-php': 'layouts by inheritance, no config folder',
  'laravel12-php': 'layouts by components',
  'php-app': 'an app without a framework',
  'php-library': 'a library, tabs, no lockfile in version control',
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

/** Whether Composer keeps a host. */
export function isPhpHost(id: string): boolean {
  return fs.existsSync(path.join(HOSTS, id, 'composer.json'));
}

/** A host of a real framework, installed, in a working copy that is used again and again. */
export class StackHost {
  readonly id: string;
  readonly root: string;
  /** The folder of a second installation, which nothing changes. */
  readonly pristine: string;
  /** The workspace that everything is attached to. */
  readonly workspace: string;
  /** It is kept by Composer. */
  readonly isPhp: boolean;
  readonly #environment: Record<string, string>;
  /** Where it is noted which functions of the program ran; undefined where nobody asks. */
  coverage: string | undefined;

  constructor(id: string, registry: string | undefined) {
    this.id = id;
    this.root = path.join(WORK, 'hosts', id);
    this.pristine = path.join(WORK, 'pristine', id);
    this.workspace = WORKSPACES[id] ?? '.';
    this.isPhp = isPhpHost(id);
    if (this.isPhp) fs.mkdirSync(path.join(WORK, 'composer-home'), { recursive: true });
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
      COMPOSER_ALLOW_SUPERUSER: '1',
      COMPOSER_CACHE_DIR: path.join(WORK, 'composer-cache'),
      // Whatever the settings of this machine are, they decide nothing about lockfiles.
      COMPOSER_HOME: registry === undefined ? path.join(WORK, 'composer-home') : COMPOSER_HOME,
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
    // A run that was cut off leaves a change to be healed.
    fs.rmSync(path.join(WORK, 'state', this.id), { recursive: true, force: true });
    if (this.isPhp) return this.#preparePhp();
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

  /** The same of a host that Composer keeps: what it requires is found on the shelf, where there is one. */
  async #preparePhp(): Promise<void> {
    const source = path.join(HOSTS, this.id);
    const stamp = path.join(this.pristine, 'stamp');
    const basis = [path.join(source, 'composer.json'), PHP_LIST].filter((file) => fs.existsSync(file));
    const key = createHash('sha256')
      .update(basis.map((file) => fs.readFileSync(file, 'utf8')).join('\0'))
      .digest('hex');
    const installed = fs.existsSync(stamp) && fs.readFileSync(stamp, 'utf8') === key;
    if (!installed) {
      fs.rmSync(this.pristine, { recursive: true, force: true });
      fs.cpSync(source, this.pristine, { recursive: true });
      const args = ['update', '--no-scripts', '--no-interaction', '--no-progress', '--no-audit'];
      const run = await this.#run('composer', args, { cwd: this.pristine });
      if (run.status !== 0) throw new Error(`${this.id}: composer update: ${run.stdout}${run.stderr}`);
      fs.writeFileSync(stamp, key);
    }
    fs.rmSync(this.root, { recursive: true, force: true });
    fs.cpSync(source, this.root, { recursive: true });
    for (const name of ['vendor', 'composer.lock'])
      fs.cpSync(path.join(this.pristine, name), path.join(this.root, name), { recursive: true });
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
    if (this.isPhp) return composerLocked(path.join(this.root, 'composer.lock'));
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
    const language = this.isPhp ? 'PHP' : this.id.endsWith('-ts') ? 'TypeScript' : 'JavaScript';
    const shape = SHAPES[this.id] === undefined ? '' : `, ${SHAPES[this.id] ?? ''}`;
    return `${title} (${language}${shape}${this.workspace === '.' ? '' : ', a workspace'})`;
  }

  /** Runs the host's own `check`, which has its linter, its formatter and its tests look at everything; what it says where it fails. */
  async check(): Promise<string | undefined> {
    const manifest = this.isPhp ? 'composer.json' : 'package.json';
    const { scripts = {} } = JSON.parse(fs.readFileSync(path.join(this.root, manifest), 'utf8')) as {
      scripts?: Record<string, string>;
    };
    if (this.isPhp) {
      const wrong = await this.#checkPhp();
      if (wrong !== undefined) return wrong;
    }
    if (scripts.check === undefined) return undefined;
    const { status, stdout, stderr } = await this.#run(this.isPhp ? 'composer' : 'npm', ['run', 'check']);
    return status === 0 ? undefined : stdout + stderr;
  }

  /** What Composer says of its files where they do not hold together, and PHP of one that it cannot read. */
  async #checkPhp(): Promise<string | undefined> {
    const valid = await this.#run('composer', ['validate', '--no-check-publish', '--no-interaction']);
    if (valid.status !== 0) return valid.stdout + valid.stderr;
    const sources = [...this.tree().keys()].filter((file) => file.endsWith('.php'));
    for (const file of sources) {
      const { status, stdout, stderr } = await this.#run('php', ['-l', file]);
      if (status !== 0) return stdout + stderr;
    }
    return undefined;
  }

  /** The files that `git add --all` would take and that version control does not know yet. */
  wouldStage(): string[] {
    return this.git('ls-files', '--others', '--exclude-standard')
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
