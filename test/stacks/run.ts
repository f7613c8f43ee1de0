// Proves integrations on the stacks that they fit, with the real frameworks, and prints the table.
//   node build/stacks.js [--all] [--hosts=a,b] [--integrations=a,b] [--each] [--online] [--shelf] [--merge] [--adopted]
// Without any of these it runs what can have changed since it was last proved, as far as the budget goes (queue.ts); with --all
// everything, with --hosts these hosts whole; --adopted only tells anew what would be adopted. What a run has proved it notes as receipts (test/stacks/receipts), which are committed.
import { createHash } from 'node:crypto';
import fs from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { openOfflineRegistry, type OfflineRegistry } from '../../demo/registry/server.ts';
import { fillShelf } from '../../demo/registry/shelf.ts';
import { modulesIn } from './modules.ts';
import { adoptHost } from './adopted.ts';
import { browse, packagesWith, tryTogether, type Outcome } from './pairs.ts';
import { provedIn, queueOf, statesIn, worseThan, type HostPlan, type HostState, type Queue } from './queue.ts';
import {
  currentCommit,
  keyOf,
  readFullRun,
  readReceipts,
  writeFullRun,
  writeReceipts,
  type HostReceipts,
  type Receipt,
} from './receipts.ts';
import { shelvedSoFar, writeShelf } from './shelf.ts';
import { renderSupport } from './support.ts';
import { tryParts } from './parts.ts';
import { installPhpShelf, phpShelf, writePhpShelf } from './php-shelf.ts';
import { HOSTS, isPhpHost, installShelf, lockedPackages, SHELF, StackHost, WORK } from './work.ts';

// Two that show the first page cannot both do so; each is tried without the others.
const RIVALS: Record<string, string> = {
  '@tanstack/react-router': 'react-router',
  php_codesniffer: 'php-cs-fixer',
  pint: 'php-cs-fixer',
};

const boolean = { type: 'boolean' } as const;
const string = { type: 'string' } as const;
// An option that it does not know ends it: a whole run takes long.
const { values: options } = parseArgs({
  options: {
    hosts: string,
    integrations: string,
    ...{ all: boolean, each: boolean, online: boolean, shelf: boolean, merge: boolean, adopted: boolean },
  },
});
const flag = (name: 'all' | 'each' | 'online' | 'shelf' | 'merge' | 'adopted'): boolean => options[name] ?? false;
const named = (name: 'hosts' | 'integrations'): string[] | undefined => options[name]?.split(',');
const everyHost = fs.readdirSync(HOSTS).sort();
const only = named('integrations');
// A run of some hosts or integrations is for looking at them: it leaves no receipts.
const isLook = only !== undefined || flag('each') || flag('online');
const ids = named('hosts') ?? everyHost;
const workers = Number(process.env.LIGAMENT_WORKERS ?? 2);
const start = new Date().toISOString();
const commit = currentCommit();
const page = path.join(HOSTS, '../../../docs/support.md');
const outcomes: Outcome[] = [];
const faults: string[] = [];
const shelved = new Set<string>();
const titles = new Map<string, string>();

const states = await readStates();
const queue: Queue =
  isLook || flag('shelf') || flag('adopted') || named('hosts')
    ? { plans: ids.map((host) => ({ host, open: true, run: [], seconds: 0 })), waiting: [], standing: 0 }
    : queueOf(states, (host, { group, modules }) => keyOf(host, group, modules), flag('all'));
tellQueue();

let registry: OfflineRegistry | undefined;
if (!flag('online') && !flag('shelf') && queue.plans.length > 0) {
  await installShelf();
  if (queue.plans.some(({ host }) => isPhpHost(host))) await installPhpShelf();
  const hosts = queue.plans.map(({ host }) => new StackHost(host, undefined));
  await each(hosts, (host) => host.prepare());
  registry = await openOfflineRegistry({
    shelf: fillShelf(
      [SHELF, ...hosts.filter(({ isPhp }) => !isPhp).map(({ pristine }) => pristine)],
      path.join(WORK, 'npm-cache'),
    ),
    cache: path.join(WORK, 'tarballs'),
    maxAge: 3600,
  });
}
try {
  if (flag('adopted')) await each(ids, (id) => adoptHost(new StackHost(id, registry?.url)));
  else await each(queue.plans, (plan) => (flag('shelf') ? shelveHost(plan.host) : tryHost(plan)));
} finally {
  await registry?.close();
}
if (flag('shelf')) writeShelves();
else report();

/** Writes down what must lie ready: each kind of host by itself, and the other as it was where no such host was looked at. */
function writeShelves(): void {
  const isPhp = (one: string): boolean => /^[^@]+\/[^/]+@/.test(one);
  const [php, rest] = [[...shelved].filter(isPhp), [...shelved].filter((one) => !isPhp(one))];
  if (php.length > 0) writePhpShelf([...(flag('merge') ? phpShelf() : []), ...php]);
  if (rest.length > 0) writeShelf([...(flag('merge') ? shelvedSoFar() : []), ...rest]);
}

/** Works on items, as many at once as there are workers. */
async function each<Item>(items: readonly Item[], work: (item: Item) => Promise<void>): Promise<void> {
  const open = [...items];
  const worker = async (): Promise<void> => {
    for (let item = open.shift(); item !== undefined; item = open.shift()) await work(item);
  };
  await Promise.all(Array.from({ length: workers }, worker));
}

async function readStates(): Promise<HostState[]> {
  if (isLook || flag('shelf')) return [];
  const found: HostState[] = [];
  await each(everyHost, async (host) => {
    found.push({ host, receipts: readReceipts(host), fits: await new StackHost(host, undefined).fitsBare() });
  });
  return found.sort((a, b) => (a.host < b.host ? -1 : 1));
}

function tellQueue(): void {
  if (isLook || flag('shelf')) return;
  for (const { host, open, run, seconds } of queue.plans)
    console.log(
      `runs     ${host.padEnd(18)} ${open ? 'all groups' : `groups ${run.join(', ')}`}, about ${Math.round(seconds)} s`,
    );
  for (const { host, receipt } of queue.waiting)
    console.log(`waits    ${host.padEnd(18)} ${receipt.group.length} integrations, proved at commit ${receipt.commit}`);
}

async function tryHost({ host: id, open, run }: HostPlan): Promise<void> {
  const host = new StackHost(id, registry?.url);
  await host.prepare();
  const before = readReceipts(id);
  const stack = await host.title();
  titles.set(id, stack);
  const { groups, refused } = open ? await groupsNow(host, stack) : { groups: [], refused: before?.refused ?? [] };
  const units: (Receipt | undefined)[] = open ? [] : [...(before?.units ?? [])];
  const todo = open
    ? groups.map((group, index) => ({ group, index }))
    : run.map((index) => ({ index, group: before?.units[index]?.group ?? [] }));
  for (const { group, index } of todo) {
    units[index] = await tryUnit(host, stack, group);
    const earlier = open ? before?.units.flatMap((one) => one.outcomes) : before?.units[index]?.outcomes;
    faults.push(
      ...worseThan(
        (earlier ?? []).filter(({ integration }) => group.includes(integration)),
        units[index].outcomes,
      ),
    );
  }
  outcomes.push(...(open ? refused : []));
  if (isLook) return;
  const fits = states.find((one) => one.host === id)?.fits ?? {};
  const receipts: HostReceipts = { host: id, stack, fits, units: units.filter((one) => one !== undefined), refused };
  writeReceipts(receipts);
}

/** The groups of what fits a host that is set up, and why the rest does not. */
async function groupsNow(host: StackHost, stack: string): Promise<{ groups: string[][]; refused: Outcome[] }> {
  const fits = await browse(host);
  const fitting: string[] = [];
  const refused: Outcome[] = [];
  for (const [integration, why] of fits) {
    if (only && !only.includes(integration)) continue;
    if (why === undefined) fitting.push(integration);
    else
      refused.push({
        host: host.id,
        stack,
        integration,
        state: 'refused',
        words: why,
        checked: [],
        packages: {},
        seconds: 0,
      });
  }
  return { groups: flag('each') ? fitting.map((one) => [one]) : groupsOf(fitting), refused };
}

/** Runs one unit; what it comes to is a receipt. */
async function tryUnit(host: StackHost, stack: string, group: string[]): Promise<Receipt> {
  host.coverage = path.join(
    WORK,
    'coverage',
    `${host.id}-${createHash('sha256').update(group.join()).digest('hex').slice(0, 8)}`,
  );
  fs.rmSync(host.coverage, { recursive: true, force: true });
  fs.mkdirSync(host.coverage, { recursive: true });
  const began = performance.now();
  await browse(host);
  const found = await tryTogether(host, stack, group);
  if (!isLook && group.length > 1) faults.push(...(await tryParts(host)));
  const seconds = Math.round((performance.now() - began) / 1000);
  const modules = modulesIn(host.coverage);
  outcomes.push(...found);
  for (const { integration, state, words, apart } of found) {
    if (apart)
      faults.push(
        `${integration} on ${host.id} holds only apart from ${group.filter((one) => one !== integration).join(', ')}`,
      );
    console.log(
      `${state.padEnd(8)} ${host.id.padEnd(18)} ${integration.padEnd(26)} ${state === 'proved' ? '' : words}`.trimEnd(),
    );
  }
  console.log(`         ${host.id.padEnd(18)} ${group.length} together: ${seconds} s`);
  if (found.some(({ state }) => state === 'failed')) await host.prepare();
  return {
    group,
    key: keyOf(host.id, group, modules),
    outcomes: found,
    modules,
    seconds,
    at: new Date().toISOString(),
    commit,
  };
}

async function shelveHost(id: string): Promise<void> {
  const host = new StackHost(id, undefined);
  await host.prepare();
  const { groups } = await groupsNow(host, '');
  for (const group of groups) await shelve(host, group);
}

/** Notes the packages of a group; where some of it is refused, of each that is not. */
async function shelve(host: StackHost, group: readonly string[]): Promise<void> {
  try {
    // What the host has by itself comes with it when it is set up.
    const own = new Set(host.isPhp ? [] : lockedPackages(path.join(HOSTS, host.id, 'package-lock.json')));
    for (const one of await packagesWith(host, group)) if (!own.has(one)) shelved.add(one);
  } catch (error) {
    console.log(error instanceof Error ? error.message : error);
    if (group.length > 1) for (const one of group) await shelve(host, [one]);
  }
}

function groupsOf(fitting: readonly string[]): string[][] {
  const apart = fitting.filter((one) => fitting.includes(RIVALS[one] ?? ''));
  const rest = fitting.filter((one) => !apart.includes(one));
  return [rest, ...apart.map((one) => [one])].filter((group) => group.length > 0);
}

/** What stands in the receipts now, of all hosts. */
function allOutcomes(): Outcome[] {
  return everyHost.flatMap((host) => {
    const receipts = readReceipts(host);
    return receipts ? [...receipts.refused, ...receipts.units.flatMap((unit) => unit.outcomes)] : [];
  });
}

function report(): void {
  const count = (state: Outcome['state']): number => outcomes.filter((one) => one.state === state).length;
  if (!isLook) checkAll();
  const shown = isLook ? outcomes : allOutcomes();
  if (flag('all') && !isLook) writeFullRun({ at: start, commit });
  if (process.env.UPDATE_DOCS && !isLook) fs.writeFileSync(page, renderSupport(shown));
  if (isLook || flag('all')) console.log(`\n${renderSupport(shown)}`);
  for (const one of faults) console.log(`worse    ${one}`);
  const waiting = queue.waiting.reduce((sum, { receipt }) => sum + provedIn(receipt.outcomes), 0);
  if (!isLook)
    console.log(
      `receipts: ${queue.standing} pairs stand, ${waiting} wait as proved at an earlier commit; neither was run`,
    );
  const counts = { proved: count('proved'), refused: count('refused'), failed: count('failed') + faults.length };
  console.log(`${counts.proved} proved, ${counts.refused} refused, ${counts.failed} failed`);
  const { LIGAMENT_STACKS_RESULT: result } = process.env;
  if (result) fs.writeFileSync(result, JSON.stringify({ ...counts, standing: queue.standing, waiting }));
  process.exitCode = counts.failed > 0 || (isLook && counts.proved === 0) ? 1 : 0;
}

/** What must hold of all receipts: none is older than the last run of everything, and the documents claim no more than they do. */
function checkAll(): void {
  const full = readFullRun();
  for (const host of everyHost)
    for (const { at, group } of readReceipts(host)?.units ?? [])
      if (!flag('all') && full && at < full.at)
        faults.push(
          `the receipt of ${group.join(', ')} on ${host} is older than the last run of everything (${full.at})`,
        );
  for (const host of everyHost) titles.set(host, readReceipts(host)?.stack ?? titles.get(host) ?? host);
  const told = fs.existsSync(page) ? statesIn(fs.readFileSync(page, 'utf8'), titles) : [];
  const now = allOutcomes();
  const known = new Set(now.map(({ host, integration }) => `${host} ${integration}`));
  faults.push(
    ...worseThan(
      told.filter(({ host, integration }) => known.has(`${host} ${integration}`)),
      now,
    ),
  );
}
