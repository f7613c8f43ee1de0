import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { expect } from 'vitest';
import { demoHost, PROGRAM, type TestHost } from './host.ts';

export interface RandomKills {
  /** How often the program was killed before it had ended. */
  kills: number;
  putBack: number;
  complete: number;
  /** Kills by what the program was doing, as its journal tells. */
  during: Map<string, number>;
}

const ATTACH = ['attach', 'tailwindcss', '--workspace', 'web', '--yes'];
const DETACH = ['detach', 'tailwindcss', '--yes'];

/**
 * Kills attaches and detaches of the demo host, its package manager running, at random times, and lets each be
 * recovered: the host is then to the byte as before or as announced, its installed packages file by file. Every second
 * kill takes all that the program has started with it, the others leave it to run on.
 */
export async function killAtRandom(wanted: number, random: () => number): Promise<RandomKills> {
  const host = demoHost();
  try {
    host.install();
    // Folders for temporary files of its own, to see what is left there.
    host.environment.TMPDIR = path.join(path.dirname(host.root), 'temporary');
    fs.mkdirSync(host.environment.TMPDIR);
    const states = await bothStates(host);
    const result: RandomKills = { kills: 0, putBack: 0, complete: 0, during: new Map() };
    let attached = true;
    while (result.kills < wanted) {
      const proves = result.kills % 4 < 2;
      const args = attached ? DETACH : [...ATTACH, ...(proves ? [] : ['--no-prove'])];
      const duration = attached ? states.detachMs : proves ? states.proofMs : states.attachMs;
      const withAll = result.kills % 2 === 0;
      const alive = await killAfter(host, args, random() * duration, withAll);
      if (alive) {
        result.kills += 1;
        const doing = phase(host);
        result.during.set(doing, (result.during.get(doing) ?? 0) + 1);
      }
      const recovered = await host.ligamentAsync('recover');
      expect(recovered.status, recovered.stderr).toBe(0);
      // A build that was left to run may write on in its copy.
      if (withAll) expect(copies(host), 'copies that proofs were made in').toEqual([]);
      const now = everything(host);
      const changed = same(now, attached ? states.bare : states.attached);
      if (!changed)
        expect(now, `${args.join(' ')}, kill ${result.kills}`).toEqual(attached ? states.attached : states.bare);
      if (alive && changed) result.complete += 1;
      if (alive && !changed) result.putBack += 1;
      if (changed) attached = !attached;
      if (alive && result.kills % 50 === 0) process.stdout.write(`${result.kills} kills healed\n`);
    }
    return result;
  } finally {
    host.remove();
  }
}

function copies(host: TestHost): string[] {
  const folder = host.environment.TMPDIR ?? '';
  return fs.readdirSync(folder).filter((name) => name.startsWith('ligament-'));
}

async function bothStates(host: TestHost): Promise<{
  bare: Map<string, string>;
  attached: Map<string, string>;
  attachMs: number;
  detachMs: number;
  proofMs: number;
}> {
  const timed = async (args: string[]): Promise<number> => {
    const start = performance.now();
    const { status, stderr } = await host.ligamentAsync(...args);
    expect(status, stderr).toBe(0);
    return performance.now() - start;
  };
  // Once for nothing: from then on the manager has fetched all, and is as fast as it gets.
  await timed([...ATTACH, '--no-prove']);
  await timed(DETACH);
  const bare = everything(host);
  const proofMs = await timed(ATTACH);
  const detachMs = await timed(DETACH);
  expect(everything(host)).toEqual(bare);
  const attachMs = await timed([...ATTACH, '--no-prove']);
  return { bare, attached: everything(host), attachMs, detachMs, proofMs };
}

/** Runs the program and kills it after a time; false where it had ended by then. */
async function killAfter(host: TestHost, args: string[], milliseconds: number, withAll: boolean): Promise<boolean> {
  const child = spawn(process.execPath, [PROGRAM, ...args], {
    cwd: host.root,
    env: host.environment,
    stdio: 'ignore',
    detached: true,
  });
  const ended = new Promise<NodeJS.Signals | null>((resolve) => child.on('close', (_, signal) => resolve(signal)));
  await Promise.race([sleep(milliseconds), ended]);
  if (child.exitCode === null && child.pid !== undefined) process.kill(withAll ? -child.pid : child.pid, 'SIGKILL');
  return (await ended) === 'SIGKILL';
}

function phase(host: TestHost): string {
  return host.journal()?.phase ?? 'no journal';
}

/** Every file of a host to the byte; of its installed packages every file with its size. */
function everything(host: TestHost): Map<string, string> {
  const found = host.tree();
  const visit = (folder: string): void => {
    for (const entry of fs.readdirSync(path.join(host.root, folder), { withFileTypes: true })) {
      const file = path.posix.join(folder, entry.name);
      // Caches of the bundler and the manager's own note of what it has installed.
      if (/\/node_modules\/\.(vite|cache|package-lock)|^node_modules\/\.(vite|cache|package-lock)/.test(file)) continue;
      if (entry.isDirectory()) visit(file);
      else found.set(file, entry.isSymbolicLink() ? 'link' : String(fs.lstatSync(path.join(host.root, file)).size));
    }
  };
  for (const folder of ['.', 'web', 'api']) {
    const packages = path.posix.join(folder, 'node_modules');
    if (fs.existsSync(path.join(host.root, packages))) visit(packages);
  }
  return found;
}

function same(a: Map<string, string>, b: Map<string, string>): boolean {
  return a.size === b.size && [...a].every(([file, content]) => b.get(file) === content);
}
