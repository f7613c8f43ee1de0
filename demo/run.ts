// The whole example: a copy of the demo host, an offline registry, and every command of Ligament on it, one by one.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { copyDemoHost } from './copy-host.ts';
import { composerHome, installPhpShelf } from './registry/php-shelf.ts';
import { openProjectRegistry, projectRoot, registryEnvironment } from './registry/open.ts';

const USUAL = ['tailwindcss', 'vue-router', 'pinia', 'eslint', 'prettier', 'vitest'];

const root = projectRoot();
const SHELF = path.join(root, 'node_modules/.cache/demo/office');
// Its workspace of PHP needs these two; without them the rest is shown.
const hasPhp = ['php', 'composer'].every((name) => spawnSync(name, ['--version'], { stdio: 'ignore' }).status === 0);
const top = fs.realpathSync(fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-demo-')));
const host = path.join(top, 'allotment');
const registry = await openProjectRegistry();
const environment: Record<string, string | undefined> = {
  ...process.env,
  ...registryEnvironment(registry.url, path.join(root, 'node_modules/.cache/demo')),
  XDG_STATE_HOME: path.join(top, 'state'),
  COMPOSER_HOME: composerHome({ folder: SHELF }),
  COMPOSER_CACHE_DIR: path.join(SHELF, 'cache'),
  COMPOSER_ALLOW_SUPERUSER: '1',
  ...(process.stdout.isTTY ? {} : { NO_COLOR: '1' }),
};

try {
  await demonstrate();
} finally {
  await registry.close();
  fs.rmSync(top, { recursive: true, force: true });
}

async function demonstrate(): Promise<void> {
  say('A project of its own: the site of an allotment-garden society, with its packages installed and all committed.');
  copyDemoHost(host, ['node_modules', 'dist', 'vendor', 'var']);
  await run('npm', ['install', '--no-audit', '--no-fund', '--loglevel=error'], true);
  if (hasPhp) {
    const list = fs.readFileSync(path.join(root, 'demo/shelf/office/packages.json'), 'utf8');
    await installPhpShelf({ packages: JSON.parse(list) as string[], folder: SHELF });
    const args = ['update', '--working-dir=office', '--no-scripts', '--no-interaction', '--quiet'];
    await run('composer', args, true);
  }
  git('init', '--quiet', '--initial-branch=main');
  git('add', '--all');
  git(
    '-c',
    'user.name=Committee',
    '-c',
    'user.email=committee@example.org',
    'commit',
    '--quiet',
    '--message=Plots, seeds and tools',
  );

  say('What is this project, and what can be tied where?');
  await ligament('survey');
  say('Which integrations fit?');
  await ligament('browse');
  say('What would happen? Nothing is written.');
  await ligament('attach', 'tailwindcss', '--workspace', 'web', '--preview');
  say('Attach it: write, install, prove with the project’s own build.');
  await ligament('attach', 'tailwindcss', '--workspace', 'web', '--yes');
  process.stdout.write(git('status', '--short'));
  say('Attach it again: there is nothing to do.');
  await ligament('attach', 'tailwindcss', '--workspace', 'web', '--yes');
  say('Prove it again, whenever you like.');
  await ligament('prove');
  say('Take it out again.');
  await ligament('detach', 'tailwindcss', '--workspace', 'web', '--yes');
  say('The usual set at once: styling, routes, a store, lint, format and tests, each proved.');
  await ligament('attach', ...USUAL, '--workspace', 'web', '--yes');
  process.stdout.write(git('status', '--short'));
  process.stdout.write(fs.readFileSync(path.join(host, 'web/src/main.ts'), 'utf8'));
  say('Go on with it: a page like the one that is there, and an endpoint of the api like those beside it.');
  await ligament('grow', '--workspace', 'web');
  await ligament('grow', 'page', 'SeedSwap', '--workspace', 'web', '--yes');
  await ligament('grow', 'endpoint', 'SeedSwap', '--workspace', 'api', '--yes');
  say('A dialog of the kit, as a source of one’s own, with the button that it uses.');
  await ligament('grow', 'piece', 'dialog', '--workspace', 'web', '--yes');
  say('Its dark colours follow the page’s color-scheme. And a typeface, with what stands in until it has loaded.');
  await ligament('grow', 'head-tag', 'color-scheme', '--value', 'light dark', '--workspace', 'web', '--yes');
  await ligament('grow', 'font', 'Dosis', '--workspace', 'web', '--yes');
  say('All of it is taken out again.');
  const parts = ['page:SeedSwap', 'piece:dialog', 'piece:button', 'pergola', 'head-tag:color-scheme', 'font:dosis'];
  await ligament('detach', ...parts, '--workspace', 'web', '--yes');
  await ligament('detach', 'endpoint:SeedSwap', '--workspace', 'api', '--yes');
  say('One of them leaves, and what stands beside it is fitted to that.');
  await ligament('detach', 'eslint', '--workspace', 'web', '--yes');
  say('All of them leave.');
  await ligament('detach', ...USUAL.filter((one) => one !== 'eslint'), '--workspace', 'web', '--yes');
  say(
    'Accounts for the society’s api: register, sign in, profile, forgotten password, each step asked of the started server.',
  );
  await ligament('attach', 'passport', '--workspace', 'api', '--yes');
  process.stdout.write(git('status', '--short'));
  process.stdout.write(fs.readFileSync(path.join(host, 'api/app.js'), 'utf8'));
  say('The first account. The password is asked for without an echo; here it comes by the environment.');
  environment.LIGAMENT_SECRET_PASSWORD = 'three sacks of compost';
  await ligament('enrol', 'passport', '--answer', 'committee@example.org', '--answer', 'Committee');
  say('It leaves, and the accounts of people with it, since that is asked for.');
  await ligament('detach', 'passport', '--workspace', 'api', '--yes', '--with-data');
  if (hasPhp) await inTheOffice();
  else say('The office is a workspace of PHP: with php-cli and composer installed it is shown too.');
  say('What was done?');
  await ligament('history');

  const left = git('status', '--short');
  if (left !== '') throw new Error(`the project is not what it was:\n${left}`);
  say('git status is clean: the project is byte for byte what it was, lockfile included.');
}

/** The same words in a workspace of another ecosystem. */
async function inTheOffice(): Promise<void> {
  const office = ['--workspace', 'office'];
  say('The office of the committee is built with Symfony: what is there?');
  await ligament('survey', ...office);
  say('A log for it. Composer’s own solver has judged before anything is shown.');
  await ligament('attach', 'monolog-bundle', ...office, '--preview');
  await ligament('attach', 'monolog-bundle', ...office, '--yes');
  say('A page like those beside it, linked where they are, and a bundle with pages of its own.');
  await ligament('grow', 'page', 'Duty rosters', '--link', ...office, '--yes');
  await ligament('grow', 'bundle', 'SeedBank', '--at', '/seed-bank', ...office, '--yes');
  say('The bundle is taken out whole, and the rest as well.');
  await ligament('detach', 'bundle:SeedBank', ...office, '--yes');
  await ligament('detach', 'page:DutyRosters', 'monolog-bundle', ...office, '--yes');
}

function say(text: string): void {
  process.stdout.write(`\n── ${text}\n\n`);
}

async function ligament(...args: string[]): Promise<void> {
  process.stdout.write(`$ ligament ${args.join(' ')}\n`);
  await run(process.execPath, [path.join(root, 'dist/ligament.js'), ...args]);
}

function run(command: string, args: string[], quiet = false): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: host,
      env: environment,
      stdio: ['ignore', quiet ? 'ignore' : 'inherit', 'inherit'],
    });
    child.on('error', reject);
    child.on('close', (status) =>
      status === 0 ? resolve() : reject(new Error(`${command} ${args.join(' ')} ended with ${String(status)}`)),
    );
  });
}

function git(...args: string[]): string {
  return execFileSync('git', args, { cwd: host, encoding: 'utf8' });
}
