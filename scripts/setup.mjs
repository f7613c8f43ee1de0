// Brings a fresh clone to where everything runs: installs what is missing and bundles what has changed.
// Uses Node's own modules only, since nothing else is there yet.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));

for (const folder of ['.', 'demo/shelf/vite4']) installIfNeeded(path.join(root, folder));
buildIfNeeded();

function installIfNeeded(folder) {
  const lockfile = path.join(folder, 'package-lock.json');
  const record = path.join(folder, 'node_modules/.package-lock.json');
  if (existsSync(record) && statSync(record).mtimeMs >= statSync(lockfile).mtimeMs) return;
  console.error(`installing in ${path.relative(process.cwd(), folder) || '.'}`);
  run('npm', ['ci', '--no-audit', '--no-fund'], folder);
}

function buildIfNeeded() {
  const built = path.join(root, 'dist/ligament.js');
  const sources = ['src', 'demo/registry', 'demo/run.ts', 'bench', 'test/corpus', 'scripts', 'package.json'].map(
    (name) => path.join(root, name),
  );
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
