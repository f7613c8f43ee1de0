// Benchmarks: ratios measured side by side on this machine, never absolute limits. Run: npm run bench
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { projectRoot } from '../demo/registry/open.ts';
import { benchEditing } from './editing.ts';

const RUNS = 25;
const root = projectRoot();
const program = path.join(root, 'dist/ligament.js');
const top = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-bench-'));
const host = path.join(top, 'allotment');
fs.cpSync(path.join(root, 'demo/allotment'), host, {
  recursive: true,
  filter: (file) => !/(node_modules|dist)$/.test(file),
});
// Files of a project are older than git's index of them; where they are not, git reads them anew each time it is asked.
const longAgo = new Date(Date.now() - 3_600_000);
for (const name of fs.readdirSync(host, { recursive: true, encoding: 'utf8' }))
  fs.utimesSync(path.join(host, name), longAgo, longAgo);
const identity = ['-c', 'user.name=Committee', '-c', 'user.email=committee@example.org'];
for (const args of [
  ['init', '--quiet'],
  ['add', '--all'],
  [...identity, 'commit', '--quiet', '--message=As it is'],
]) {
  spawnSync('git', args, { cwd: host });
}

const cases: { name: string; args: string[]; aim: number }[] = [
  { name: 'ligament --version', args: [program, '--version'], aim: 1.25 },
  { name: 'ligament --help', args: [program, '--help'], aim: 2 },
  { name: 'ligament survey', args: [program, 'survey', '--cwd', host], aim: 2 },
];

process.stdout.write(`Start-up, as a multiple of \`node -e 0\` (median of ${RUNS} pairs, run in turn)\n\n`);
for (const { name, args, aim } of cases) {
  const pairs = Array.from({ length: RUNS + 2 }, () => [time(['-e', '0']), time(args)] as const).slice(2);
  const ratio = median(pairs.map(([bare, own]) => own / bare));
  const [bare, own] = [median(pairs.map(([one]) => one)), median(pairs.map(([, one]) => one))];
  process.stdout.write(
    `${name.padEnd(22)} ${ratio.toFixed(2)} ×   (${own.toFixed(0)} ms beside ${bare.toFixed(0)} ms; aim: at most ${aim} ×) ${ratio <= aim ? 'met' : 'missed'}\n`,
  );
}
fs.rmSync(top, { recursive: true, force: true });

process.stdout.write('\n');
benchEditing(root);

function time(args: string[]): number {
  const start = performance.now();
  const { status } = spawnSync(process.execPath, args, { stdio: 'ignore' });
  if (status !== 0) throw new Error(`${args.join(' ')} ended with ${String(status)}`);
  return performance.now() - start;
}

function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? Number.NaN;
}
