// Brings a fresh clone to where everything runs: installs what is missing and bundles what has changed.
// Uses Node's own modules only, since nothing else is there yet.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

for (const folder of ['.', 'demo/shelf/vite4', 'demo/shelf/web', 'demo/shelf/api'])
  installIfNeeded(path.join(root, folder));
tellMissing();
if (process.argv.includes('--managers')) installIfNeeded(path.join(root, 'test/managers'));
if (process.argv.includes('--corpus')) installCorpus();
buildIfNeeded();

/** Says in one line what of the system's own programs is missing, with the command that installs it. */
function tellMissing() {
  const tests = process.argv.includes('--managers');
  const needed = {
    git: 'git',
    chromium: 'chromium',
    ...(tests ? { unshare: 'util-linux', pgrep: 'procps', php: 'php-cli', composer: 'composer' } : {}),
  };
  const onPath = (name) =>
    (process.env.PATH ?? '').split(path.delimiter).some((folder) => existsSync(path.join(folder, name)));
  const missing = Object.entries(needed).flatMap(([name, debian]) => (onPath(name) ? [] : [debian]));
  if (tests && !existsSync('/usr/lib/postgresql') && !onPath('initdb')) missing.push('postgresql');
  if (missing.length > 0)
    console.error(`not installed here: ${missing.join(', ')}. Install with: apt-get install ${missing.join(' ')}`);
}

/** Real files for the corpus: packages that are only read, and on Debian (as root) the system's PHP and Maven packages. */
function installCorpus() {
  const folder = path.join(root, 'test/corpus/shelf');
  if (!existsSync(path.join(folder, 'node_modules/.package-lock.json'))) {
    console.error('installing the packages whose files are read (some minutes, 0.8 GB)');
    run(
      'npm',
      ['install', '--ignore-scripts', '--legacy-peer-deps', '--no-audit', '--no-fund', '--no-package-lock'],
      folder,
    );
  }
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get') || existsSync('/usr/share/php/Symfony')) return;
  console.error('installing PHP and Maven packages of the system');
  const packages = [
    'php-cli',
    'php-symfony',
    'php-twig',
    'phpunit',
    'composer',
    'maven',
    'junit5',
    'libspring-core-java',
  ];
  const result = spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], {
    stdio: 'ignore',
  });
  if (result.status !== 0) console.error('they cannot be installed here: the corpus goes without them');
}

function installIfNeeded(folder) {
  const lockfile = path.join(folder, 'package-lock.json');
  const record = path.join(folder, 'node_modules/.package-lock.json');
  if (existsSync(record) && statSync(record).mtimeMs >= statSync(lockfile).mtimeMs) return;
  console.error(`installing in ${path.relative(process.cwd(), folder) || '.'}`);
  run('npm', ['ci', '--no-audit', '--no-fund'], folder);
}

function buildIfNeeded() {
  const built = path.join(root, 'dist/ligament.js');
  const sources = [
    'src',
    'demo/registry',
    'demo/run.ts',
    'demo/copy-host.ts',
    'demo/compile-ahead.ts',
    'bench',
    'test/corpus',
    'test/stacks/run.ts',
    'scripts',
    'package.json',
  ].map((name) => path.join(root, name));
  if (existsSync(built) && newest(sources) <= statSync(built).mtimeMs) return;
  console.error('building');
  run(process.execPath, [path.join(root, 'scripts/build.mjs')], root);
}

function newest(files) {
  return Math.max(
    ...files.map((file) => {
      if (!existsSync(file)) return 0;
      const stat = statSync(file);
      if (!stat.isDirectory()) return stat.mtimeMs;
      return Math.max(
        stat.mtimeMs,
        ...readdirSync(file)
          .filter((name) => name !== 'node_modules')
          .map((name) => newest([path.join(file, name)])),
      );
    }),
  );
}

function run(command, args, cwd) {
  const result = spawnSync(command, args, {
    cwd,
    stdio: ['ignore', 'inherit', 'inherit'],
    shell: process.platform === 'win32' && command === 'npm',
  });
  if (result.status !== 0) {
    console.error(`${[command, ...args].join(' ')} failed`);
    process.exit(result.status ?? 1);
  }
}
