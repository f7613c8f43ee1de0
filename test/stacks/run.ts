// Proves every integration on every stack that it fits, with the real frameworks, and prints the table.
//   node build/stacks.js [--hosts=a,b] [--integrations=a,b] [--each] [--online] [--shelf] [--merge]
import fs from 'node:fs';
import path from 'node:path';
import { openOfflineRegistry, type OfflineRegistry } from '../../demo/registry/server.ts';
import { fillShelf } from '../../demo/registry/shelf.ts';
import { browse, packagesWith, tryTogether, type Outcome } from './pairs.ts';
import { shelvedSoFar, writeShelf } from './shelf.ts';
import { renderSupport } from './support.ts';
import { HOSTS, installShelf, lockedPackages, SHELF, StackHost, WORK } from './work.ts';

// Two that show the first page cannot both do so; each is tried without the others.
const RIVALS: Record<string, string> = { '@tanstack/react-router': 'react-router' };

const flag = (name: string): boolean => process.argv.includes(`--${name}`);
const named = (name: string): string[] | undefined =>
  process.argv
    .find((one) => one.startsWith(`--${name}=`))
    ?.slice(name.length + 3)
    .split(',');
const ids = named('hosts') ?? fs.readdirSync(HOSTS).sort();
const only = named('integrations');
// What a run of some hosts does not touch stays as the run before found it.
const record = path.join(WORK, 'outcomes.json');
const outcomes: Outcome[] = (flag('merge') ? readOutcomes() : []).filter(({ host }) => !ids.includes(host));
const shelved = new Set<string>();

let registry: OfflineRegistry | undefined;
if (!flag('online') && !flag('shelf')) {
  await installShelf();
  // What a lockfile of any host has is not on the shelf: all of them are set up, even where only some are tried.
  const all = fs.readdirSync(HOSTS).map((id) => new StackHost(id, undefined));
  for (const host of all) if (ids.includes(host.id) || !fs.existsSync(host.pristine)) await host.prepare();
  const folders = [SHELF, ...all.map(({ pristine }) => pristine)];
  registry = await openOfflineRegistry({
    shelf: fillShelf(folders, path.join(WORK, 'npm-cache')),
    cache: path.join(WORK, 'tarballs'),
    maxAge: 3600,
  });
}
const queue = [...ids];
try {
  const workers = Number(process.env.LIGAMENT_WORKERS ?? 2);
  await Promise.all(Array.from({ length: workers }, () => worker()));
} finally {
  await registry?.close();
}
if (flag('shelf')) writeShelf([...(flag('merge') ? shelvedSoFar() : []), ...shelved]);
else report();

async function worker(): Promise<void> {
  for (let id = queue.shift(); id !== undefined; id = queue.shift()) await tryHost(id);
}

async function tryHost(id: string): Promise<void> {
  const host = new StackHost(id, registry?.url);
  await host.prepare();
  const stack = await host.title();
  const fits = await browse(host);
  const fitting: string[] = [];
  for (const [integration, why] of fits) {
    if (only && !only.includes(integration)) continue;
    if (why === undefined) fitting.push(integration);
    else
      outcomes.push({
        host: id,
        stack,
        integration,
        state: 'refused',
        words: why,
        checked: [],
        packages: {},
        seconds: 0,
      });
  }
  for (const group of flag('each') ? fitting.map((one) => [one]) : groupsOf(fitting)) {
    if (flag('shelf')) {
      await shelve(host, group);
      continue;
    }
    const found = await tryTogether(host, stack, group);
    outcomes.push(...found);
    for (const { integration, state, seconds, words } of found)
      console.log(
        `${state.padEnd(8)} ${id.padEnd(18)} ${integration.padEnd(26)} ${seconds} s  ${state === 'proved' ? '' : words}`,
      );
    if (found.some(({ state }) => state === 'failed')) await host.prepare();
  }
  fs.writeFileSync(record, JSON.stringify(outcomes, null, 1));
}

/** Notes the packages of a group; where some of it is refused, of each that is not. */
async function shelve(host: StackHost, group: readonly string[]): Promise<void> {
  try {
    // What the host has by itself comes with it when it is set up.
    const own = new Set(lockedPackages(path.join(HOSTS, host.id, 'package-lock.json')));
    for (const one of await packagesWith(host, group)) if (!own.has(one)) shelved.add(one);
  } catch (error) {
    console.log(error instanceof Error ? error.message : error);
    if (group.length > 1) for (const one of group) await shelve(host, [one]);
  }
}

function readOutcomes(): Outcome[] {
  return fs.existsSync(record) ? (JSON.parse(fs.readFileSync(record, 'utf8')) as Outcome[]) : [];
}

function groupsOf(fitting: readonly string[]): string[][] {
  const apart = fitting.filter((one) => fitting.includes(RIVALS[one] ?? ''));
  const rest = fitting.filter((one) => !apart.includes(one));
  return [rest, ...apart.map((one) => [one])].filter((group) => group.length > 0);
}

function report(): void {
  const count = (state: Outcome['state']): number => outcomes.filter((one) => one.state === state).length;
  const page = renderSupport(outcomes);
  if (process.env.UPDATE_DOCS) fs.writeFileSync(path.join(HOSTS, '../../../docs/support.md'), page);
  console.log(`\n${page}`);
  const counts = { proved: count('proved'), refused: count('refused'), failed: count('failed') };
  console.log(`${counts.proved} proved, ${counts.refused} refused, ${counts.failed} failed`);
  const { LIGAMENT_STACKS_RESULT: result } = process.env;
  if (result) fs.writeFileSync(result, JSON.stringify(counts));
  process.exitCode = counts.failed > 0 || counts.proved === 0 ? 1 : 0;
}
