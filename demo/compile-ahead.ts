// Runs the built program on a copy of the demo host, so that what V8 compiles of it lies beside it (dist/compiled) before anybody waits for
// that. It fits this Node.js alone, and does not ship: elsewhere each user's cache has its own.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { copyDemoHost } from './copy-host.ts';
import { projectRoot, registryEnvironment } from './registry/open.ts';
import { startRegistry } from './registry/start.ts';

const RUNS = [
  ['--help'],
  ['survey'],
  ['browse'],
  ['browse', 'tailwindcss'],
  ['attach', 'tailwindcss', '--workspace', 'web', '--preview'],
  ['attach', 'tailwindcss', '--workspace', 'web', '--no-install', '--yes'],
  ['attach', 'vue-router', '--workspace', 'web', '--preview', '--json'],
  ['detach', 'tailwindcss', '--no-install', '--yes'],
  ['undo', '--no-install', '--yes'],
  ['history'],
  ['grow', '--workspace', 'web'],
];

const root = projectRoot();
const top = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-build-'));
const registry = await startRegistry();
try {
  const cwd = path.join(top, 'allotment');
  copyDemoHost(cwd);
  const own = registryEnvironment(registry.url, top);
  const env = { ...process.env, ...own, NO_COLOR: '1' };
  for (const args of RUNS) {
    const run = spawnSync(process.execPath, [path.join(root, 'dist/ligament.js'), ...args], {
      cwd,
      env,
      encoding: 'utf8',
    });
    if (run.status !== 0) throw new Error(`ligament ${args.join(' ')}: ${run.stderr}`);
  }
  // Not by a new name: the folder for temporary files may be on another disk.
  fs.cpSync(path.join(own.XDG_CACHE_HOME ?? '', 'ligament/compiled'), path.join(root, 'dist/compiled'), {
    recursive: true,
  });
} finally {
  registry.stop();
  fs.rmSync(top, { recursive: true, force: true });
}
