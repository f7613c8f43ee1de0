import { resolve } from '../src/core/ecosystems/npm/rules.ts';
// Versions and many workspaces, side by side with the least that anybody has to do for the same: see docs/versions.md.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { nodeMachine } from '../src/core/doors/node-machine.ts';
import { openRegistry } from '../src/core/ecosystems/npm/registry.ts';
import type { NpmQuestion as Question } from '../src/core/ecosystems/npm/question.ts';
import { copyDemoHost } from '../demo/copy-host.ts';
import { makeMonorepo } from './monorepo.ts';
import { inPairs, pairsOf, timed, type Row } from './timing.ts';

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

/** Benchmarks of versions and workspaces, and of an attach's own work beside the package manager's. */
export async function benchScale(root: string, top: string, environment: NodeJS.ProcessEnv): Promise<Row[]> {
  fs.mkdirSync(path.join(top, 'kit'));
  fs.writeFileSync(path.join(top, 'kit/integration.yaml'), KIT);
  const program = path.join(root, 'dist/ligament.js');
  return [
    ...benchWorkspaces(top, program, environment),
    benchEverywhere(top, program, environment),
    ...benchOwnWork(top, program, environment),
    await benchResolver(top, environment),
  ];
}

function benchWorkspaces(top: string, program: string, env: NodeJS.ProcessEnv): Row[] {
  const rows: Row[] = [];
  for (const count of [100, 1000]) {
    const host = makeMonorepo(path.join(top, `mono-${count}`), count);
    const attach = ['attach', path.join(top, 'kit'), '--workspace', 'plot-7', '--preview'];
    for (const [name, args] of [
      ['survey', ['survey']],
      ['attach --preview', attach],
    ] as const) {
      const pairs = pairsOf(
        RUNS,
        () => timed(process.execPath, ['-e', LEAST], { cwd: host, env }),
        () => timed(process.execPath, [program, ...args], { cwd: host, env }),
      );
      rows.push(
        inPairs(`\`${name}\`, ${count} workspaces`, pairs, {
          goal: 2,
        }),
      );
    }
  }
  return rows;
}

function benchEverywhere(top: string, program: string, env: NodeJS.ProcessEnv): Row {
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
  const made = [changes.length, count(/^writing \d+ files/gm), count(/^running /gm)];
  return {
    what: 'attached to 1,001 workspaces at once',
    ratio: '',
    measured: `${seconds} s: ${made[0]} change, ${made[1]} journal, ${made[2]} installation`,
    goal: 'one of each',
    verdict: made.every((one) => one === 1) ? 'met' : 'missed',
  };
}

/**
 * An attach's own work: its whole time less that of the package manager inside it, without a proof, beside a bare start of Node.js. Into a
 * fresh clone, and where all is installed.
 */
function benchOwnWork(top: string, program: string, env: NodeJS.ProcessEnv): Row[] {
  const host = path.join(top, 'allotment');
  const clock = managerWithClock(top);
  const own: NodeJS.ProcessEnv = { ...env, PATH: `${clock.folder}${path.delimiter}${env.PATH ?? ''}` };
  const attach = (): number => {
    const args = [program, 'attach', 'tailwindcss', '--workspace', 'web', '--no-prove', '--yes'];
    return timed(process.execPath, args, { cwd: host, env: own }) - clock.lastRun();
  };
  const fresh = (): void => {
    fs.rmSync(host, { recursive: true, force: true });
    copyDemoHost(host);
  };
  return ['freshly cloned', 'that is installed'].map((situation) => {
    const pairs = pairsOf(
      5,
      () => {
        fresh();
        if (situation === 'that is installed')
          timed('npm', ['install', '--no-audit', '--no-fund'], { cwd: host, env: own });
        return timed(process.execPath, ['-e', '0'], {});
      },
      attach,
    );
    return inPairs(`an attach's own work in a project ${situation}, beside a bare start`, pairs, { goal: 3 });
  });
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

async function benchResolver(top: string, environment: NodeJS.ProcessEnv): Promise<Row> {
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
  return inPairs('20 packages resolved, beside a bare start', pairs, { goal: 2 });
}
