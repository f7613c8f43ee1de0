// Runs the built program on a copy of the demo project, so that what V8 compiles of it lies beside it (dist/compiled) before anybody waits
// for that. It fits this Node.js alone, and does not ship: elsewhere each user's cache has its own.
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

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

/** Throws an Error where the program does not do what it is run for. */
export async function compileAhead(root) {
  const top = mkdtempSync(path.join(os.tmpdir(), 'ligament-build-'));
  const registry = spawn(process.execPath, [path.join(root, 'build/registry.js'), '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  try {
    const host = path.join(top, 'allotment');
    cpSync(path.join(root, 'demo/allotment'), host, {
      recursive: true,
      filter: (file) => !/[\\/](node_modules|dist|office)$/.test(file),
    });
    const env = { ...process.env, ...environmentIn(top), npm_config_registry: await addressOf(registry) };
    for (const args of RUNS) {
      const run = spawnSync(process.execPath, [path.join(root, 'dist/ligament.js'), ...args], {
        cwd: host,
        env,
        encoding: 'utf8',
      });
      if (run.status !== 0) throw new Error(`ligament ${args.join(' ')}: ${run.stderr}`);
    }
    const made = path.join(root, 'dist/compiled');
    rmSync(made, { recursive: true, force: true });
    // The folder for temporary files may be on another disk.
    cpSync(path.join(top, 'cache/ligament/compiled'), `${made}.new`, { recursive: true });
    renameSync(`${made}.new`, made);
  } finally {
    registry.kill();
    rmSync(top, { recursive: true, force: true });
  }
}

function environmentIn(folder) {
  return {
    npm_config_cache: path.join(folder, 'npm'),
    npm_config_userconfig: path.join(folder, 'none'),
    npm_config_globalconfig: path.join(folder, 'no-other'),
    npm_config_audit: 'false',
    XDG_STATE_HOME: path.join(folder, 'state'),
    XDG_CACHE_HOME: path.join(folder, 'cache'),
    NO_COLOR: '1',
  };
}

/** The address that the registry says once it answers. */
function addressOf(registry) {
  return new Promise((resolve, reject) => {
    let said = '';
    registry.stdout.on('data', (text) => {
      said += text;
      const address = /http:\S+/.exec(said)?.[0];
      if (address) resolve(address);
    });
    registry.on('exit', () => reject(new Error('the registry for the build has ended')));
  });
}
