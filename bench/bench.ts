// Benchmarks: ratios measured side by side on this machine, never absolute limits. Run: npm run bench
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { projectRoot } from '../demo/registry/open.ts';
import { benchEditing } from './editing.ts';
import { commitAsIs } from './monorepo.ts';
import { benchScale } from './scale.ts';
import { report, timed } from './timing.ts';

const RUNS = 25;
const root = projectRoot();
const program = path.join(root, 'dist/ligament.js');
const top = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-bench-'));
const host = path.join(top, 'allotment');
fs.cpSync(path.join(root, 'demo/allotment'), host, {
  recursive: true,
  filter: (file) => !/(node_modules|dist|office)$/.test(file),
});
commitAsIs(host);

const cases: { name: string; args: string[]; aim: number }[] = [
  { name: 'ligament --version', args: [program, '--version'], aim: 1.25 },
  { name: 'ligament --help', args: [program, '--help'], aim: 2 },
  { name: 'ligament survey', args: [program, 'survey', '--cwd', host], aim: 2 },
];

process.stdout.write(`Start-up, as a multiple of \`node -e 0\` (median of ${RUNS} pairs, run in turn)\n\n`);
for (const { name, args, aim } of cases) {
  const pairs = Array.from({ length: RUNS + 2 }, () => [
    timed(process.execPath, ['-e', '0'], {}),
    timed(process.execPath, args, {}),
  ]).slice(2);
  report(name, pairs, aim);
}
fs.rmSync(top, { recursive: true, force: true });

process.stdout.write('\n');
benchEditing(root);
await benchScale(root);
