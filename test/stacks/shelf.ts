import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { SHELF } from './work.ts';

const LOCK = ['install', '--package-lock-only', '--ignore-scripts', '--legacy-peer-deps', '--no-audit', '--no-fund'];

// What npm itself puts beside the packages of a framework: an optional peer in a range of its own.
const BESIDE = ['meow@13.2.0'];

/** The packages that lie ready now by a name of their own, by `name@version`. */
export function shelvedSoFar(): string[] {
  const manifest = JSON.parse(fs.readFileSync(path.join(SHELF, 'package.json'), 'utf8')) as {
    dependencies: Record<string, string>;
  };
  return Object.values(manifest.dependencies).map((one) => one.replace(/^npm:/, ''));
}

/** Writes down which packages must lie ready for the runs: of all that a host has with something attached, those that its own lockfile has not: each host can then be tried without the others. */
export function writeShelf(packages: readonly string[]): void {
  const open = [...new Set([...packages, ...BESIDE])].sort();
  // Each version by a name of its own.
  const dependencies = Object.fromEntries(
    open.map((one) => {
      const at = one.lastIndexOf('@');
      const name = one.slice(0, at);
      return [`${name.replace(/^@/, '').replace('/', '--')}--${one.slice(at + 1)}`.toLowerCase(), `npm:${one}`];
    }),
  );
  const manifest = {
    name: 'shelf',
    private: true,
    description: 'Packages that lie ready for the runs on real stacks.',
    dependencies: Object.fromEntries(Object.entries(dependencies).sort(([a], [b]) => (a < b ? -1 : 1))),
  };
  fs.mkdirSync(SHELF, { recursive: true });
  fs.writeFileSync(path.join(SHELF, 'package.json'), `${JSON.stringify(manifest, null, 2)}\n`);
  const environment = { ...process.env, npm_config_omit_lockfile_registry_resolved: 'true' };
  const { status, stderr } = spawnSync('npm', LOCK, { cwd: SHELF, env: environment, encoding: 'utf8' });
  if (status !== 0) throw new Error(`the shelf: npm: ${stderr}`);
}
