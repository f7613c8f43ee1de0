// Proves every integration on every stack that it fits, with the real frameworks, and prints the table.
import fs from 'node:fs';
import path from 'node:path';
import { browse, tryPair, type Outcome } from './pairs.ts';
import { HOSTS, StackHost, WORK } from './work.ts';

const online = process.argv.includes('--online');
const wanted = (name: string): string[] | undefined =>
  process.argv.find((one) => one.startsWith(`--${name}=`))?.slice(name.length + 3).split(',');
const hosts = wanted('hosts') ?? fs.readdirSync(HOSTS);
const only = wanted('integrations');
const outcomes: Outcome[] = [];
const queue = [...hosts];

await Promise.all([worker(), worker()]);
const file = path.join(WORK, 'outcomes.json');
fs.writeFileSync(file, JSON.stringify(outcomes, null, 1));
const count = (state: Outcome['state']): number => outcomes.filter((one) => one.state === state).length;
console.log(`${count('proved')} proved, ${count('refused')} refused, ${count('failed')} failed`);
process.exitCode = count('failed') > 0 ? 1 : 0;

async function worker(): Promise<void> {
  for (let id = queue.shift(); id !== undefined; id = queue.shift()) await tryHost(id);
}

async function tryHost(id: string): Promise<void> {
  const host = new StackHost(id, online ? undefined : 'http://127.0.0.1:9/');
  await host.prepare();
  const fits = await browse(host);
  for (const [integration, why] of fits) {
    if (only && !only.includes(integration)) continue;
    if (why !== undefined) {
      outcomes.push({ host: id, stack: id, integration, state: 'refused', words: why, checked: [], packages: {}, seconds: 0 });
      continue;
    }
    const outcome = await tryPair(host, id, integration);
    outcomes.push(outcome);
    console.log(`${outcome.state.padEnd(8)} ${id.padEnd(18)} ${integration.padEnd(26)} ${outcome.seconds} s  ${outcome.state === 'proved' ? '' : outcome.words}`);
    if (outcome.state === 'failed') await host.prepare();
  }
}
