// The linter, and beside it types and then the format: more at once would only share two cores. Ends with 1 where any of them finds something.
import { spawn } from 'node:child_process';

const lanes = [
  [['eslint', '.']],
  [
    ['tsc', '-p', '.'],
    ['prettier', '--check', '.'],
  ],
];

// All three make very many short-lived objects: with more room for those less time goes into clearing up.
const env = { ...process.env, NODE_OPTIONS: `${process.env.NODE_OPTIONS ?? ''} --max-semi-space-size=128` };

/** Runs one check; what it says is told when it ends, so that none speaks into another. */
function run([program, ...args]) {
  return new Promise((resolve) => {
    const child = spawn('npx', ['--no-install', program, ...args], { stdio: ['ignore', 'pipe', 'pipe'], env });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => (said += part));
    child.on('close', (status) => {
      process.stdout.write(`== ${program} ${args.join(' ')}\n${said}`);
      resolve(status);
    });
  });
}

async function runInTurn(checks) {
  const statuses = [];
  for (const check of checks) statuses.push(await run(check));
  return statuses;
}

const statuses = (await Promise.all(lanes.map(runInTurn))).flat();
process.exitCode = statuses.every((status) => status === 0) ? 0 : 1;
