import { resolve } from '../src/core/ecosystems/npm/rules.ts';
// Versions and many workspaces, side by side with the least that anybody has to do for the same: see docs/versions.md.
import { spawn, spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { registryEnvironment } from '../demo/registry/open.ts';
import { nodeMachine } from '../src/core/doors/node-machine.ts';
import { openRegistry } from '../src/core/ecosystems/npm/registry.ts';
import type { NpmQuestion as Question } from '../src/core/ecosystems/npm/question.ts';
import { makeMonorepo } from './monorepo.ts';
import { median, report, timed } from './timing.ts';

const RUNS = 9;
// What anybody has to do who wants to know a host's packages: list the files that git has, read and parse the manifests.
const LEAST = `
const { execFileSync } = require('node:child_process'); const fs = require('node:fs');
const files = execFileSync('git', ['ls-files', '-z'], { maxBuffer: 1 << 28 }).toString().split('\\0');
for (const file of files) if (/(^|\\/)package\\.json$/.test(file)) JSON.parse(fs.readFileSync(file, 'utf8'));
`;
const KIT = `format: 1
integration: garden-format
title: Garden format
kind: lint
about: Only for the benchmark.
ways:
  packages:
    title: by its package
    packages:
      prettier: { range: ^3.0.0, section: development }
    ties:
      - manifest.scripts:
          scripts: { format: prettier --write . }
proofs: []
`;

/** Benchmarks of versions and workspaces. The registry is a process of its own. */
export async function benchScale(root: string): Promise<void> {
  const top = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-scale-'));
  const registry = await startRegistry(root);
  const environment = { ...process.env, ...registryEnvironment(registry.url, top), NO_COLOR: '1', CI: '1' };
  fs.mkdirSync(path.join(top, 'kit'));
  fs.writeFileSync(path.join(top, 'kit/integration.yaml'), KIT);
  try {
    const program = path.join(root, 'dist/ligament.js');
    benchWorkspaces(top, program, environment);
    benchEverywhere(top, program, environment);
    benchOwnShare(root, top, program, environment);
    await benchResolver(top, environment);
  } finally {
    registry.stop();
    fs.rmSync(top, { recursive: true, force: true });
  }
}

function benchWorkspaces(top: string, program: string, env: NodeJS.ProcessEnv): void {
  process.stdout.write(
    '\nMany workspaces, beside `git ls-files` plus reading and parsing the manifests (medians of pairs)\n\n',
  );
  const took = new Map<string, number>();
  for (const count of [100, 1000, 2000]) {
    const host = makeMonorepo(path.join(top, `mono-${count}`), count);
    const attach = ['attach', path.join(top, 'kit'), '--workspace', 'plot-7', '--preview'];
    for (const [name, args] of [
      ['survey', ['survey']],
      ['attach --preview', attach],
    ] as const) {
      const pairs = Array.from({ length: RUNS + 1 }, () => [
        timed(process.execPath, ['-e', LEAST], { cwd: host, env }),
        timed(process.execPath, [program, ...args], { cwd: host, env }),
      ]).slice(1);
      report(`${name}, ${count} workspaces`, pairs, 2);
      took.set(`${name} ${count}`, median(pairs.map(([, own = 0]) => own)));
    }
  }
  const between = (from: number, to: number): number =>
    ((took.get(`survey ${to}`) ?? 0) - (took.get(`survey ${from}`) ?? 0)) / (to - from);
  process.stdout.write(
    `survey, for each further workspace: ${(1000 * between(100, 1000)).toFixed(0)} µs up to 1,000, ${(1000 * between(1000, 2000)).toFixed(0)} µs up to 2,000 (linear: the same)\n`,
  );
}

function benchEverywhere(top: string, program: string, env: NodeJS.ProcessEnv): void {
  const host = path.join(top, 'mono-1000');
  const start = performance.now();
  const { status, stderr } = spawnSync(
    process.execPath,
    [program, 'attach', path.join(top, 'kit'), '--everywhere', '--yes'],
    { cwd: host, env, encoding: 'utf8' },
  );
  const seconds = ((performance.now() - start) / 1000).toFixed(1);
  if (status !== 0) throw new Error(stderr);
  const count = (words: RegExp): number => stderr.match(words)?.length ?? 0;
  const history = spawnSync(process.execPath, [program, 'history', '--json'], { cwd: host, env, encoding: 'utf8' });
  const { changes } = JSON.parse(history.stdout) as { changes: unknown[] };
  process.stdout.write(
    `\nattached to 1,001 workspaces at once in ${seconds} s: ${changes.length} change, ${count(/^writing \d+ files/gm)} journal, ${count(/^running /gm)} installation\n`,
  );
}

/**
 * Ligament's own share of an attach: its whole time less that of the package manager inside it, beside the bare manager
 * for the same manifest. Into a fresh clone, and where all is installed.
 */
function benchOwnShare(root: string, top: string, program: string, env: NodeJS.ProcessEnv): void {
  const host = path.join(top, 'allotment');
  const clock = managerWithClock(top);
  let own: NodeJS.ProcessEnv = { ...env, PATH: `${clock.folder}${path.delimiter}${env.PATH ?? ''}` };
  const npm = (): number => {
    timed('npm', ['install', '--no-audit', '--no-fund'], { cwd: host, env: own });
    return clock.lastRun();
  };
  const attach = (): number => {
    const args = [program, 'attach', 'tailwindcss', '--workspace', 'web', '--no-prove', '--yes'];
    return timed(process.execPath, args, { cwd: host, env: own }) - clock.lastRun();
  };
  const fresh = (): void => {
    fs.rmSync(host, { recursive: true, force: true });
    const filter = (file: string): boolean => !/(node_modules|dist|office)$/.test(file);
    fs.cpSync(path.join(root, 'demo/allotment'), host, { recursive: true, filter });
  };
  process.stdout.write('\n');
  for (const situation of ['of which npm has fetched nothing yet', 'freshly cloned', 'that is installed']) {
    const installed = situation === 'that is installed';
    const before = (): void => {
      fresh();
      if (installed) npm();
      if (situation.includes('nothing'))
        own = { ...own, npm_config_cache: fs.mkdtempSync(path.join(top, 'npm-cache-')) };
    };
    const runs: { bare: number; more: number; start: number }[] = [];
    for (let run = 0; run <= 4; run += 1) {
      before();
      const more = attach();
      const after = fs.readFileSync(path.join(host, 'web/package.json'));
      before();
      fs.writeFileSync(path.join(host, 'web/package.json'), after);
      const bare = npm();
      if (run > 0) runs.push({ bare, more, start: timed(process.execPath, ['-e', '0'], {}) });
    }
    const middle = (of: (run: (typeof runs)[number]) => number): number => median(runs.map(of));
    const share = middle(({ more, bare }) => (100 * more) / bare);
    process.stdout.write(
      `an attach to a project ${situation}: ${middle(({ more }) => more).toFixed(0)} ms of Ligament's own beside ${middle(({ bare }) => bare).toFixed(0)} ms of the bare package manager, ${share.toFixed(1)} % (aim: at most 5 %; a bare Node start is ${middle(({ start, bare }) => (100 * start) / bare).toFixed(1)} %) ${share <= 5 ? 'met' : 'missed'}\n`,
    );
  }
}

/** A folder for PATH with an `npm` that notes how long the real one ran. */
function managerWithClock(top: string): { folder: string; lastRun: () => number } {
  const folder = path.join(top, 'clock');
  const note = path.join(folder, 'took');
  fs.mkdirSync(folder);
  const real = spawnSync('which', ['npm'], { encoding: 'utf8' }).stdout.trim();
  const script = `#!/bin/bash\nbegun=$(date +%s%3N)\n'${real}' "$@"; status=$?\necho $(( $(date +%s%3N) - begun )) >'${note}'\nexit $status\n`;
  fs.writeFileSync(path.join(folder, 'npm'), script, { mode: 0o755 });
  return { folder, lastRun: () => Number(fs.readFileSync(note, 'utf8')) };
}

const TWENTY = [
  'vite',
  'vue',
  'express',
  'eslint',
  'typescript',
  'typescript-eslint',
  'prettier',
  'vitest',
  'react',
  'react-dom',
  '@vitejs/plugin-vue',
  '@vitejs/plugin-react',
  'tailwindcss',
  '@tailwindcss/vite',
  '@tailwindcss/postcss',
  'postcss',
  'yargs',
  'zod',
  'semver',
  'esbuild',
];

async function benchResolver(top: string, environment: NodeJS.ProcessEnv): Promise<void> {
  const question: Question = {
    wants: TWENTY.map((name) => ({ name, range: '*', by: 'this way' })),
    present: new Map(),
    node: nodeMachine.node,
    engines: undefined,
    platform: nodeMachine,
    overrides: [],
    preferred: new Map(),
  };
  const ask = async (): Promise<number> => {
    const start = performance.now();
    const answer = await resolve(question, openRegistry(top, environment, false));
    if ('clash' in answer) throw new Error(answer.clash.join('\n'));
    return performance.now() - start;
  };
  await ask();
  const pairs: [number, number][] = [];
  for (let run = 0; run < 15; run += 1) pairs.push([timed(process.execPath, ['-e', '0'], {}), await ask()]);
  process.stdout.write('\n');
  report('20 packages resolved, beside `node -e 0`', pairs, 2);
}

function startRegistry(root: string): Promise<{ url: string; stop: () => void }> {
  const child = spawn(process.execPath, [path.join(root, 'build/registry.js'), '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  return new Promise((done, failed) => {
    child.on('error', failed);
    child.stdout.on('data', (chunk: Buffer) => {
      const url = /http:\S+/.exec(chunk.toString())?.[0];
      if (url) done({ url, stop: () => child.kill() });
    });
  });
}
