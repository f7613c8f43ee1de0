import type { Outcome } from './pairs.ts';
import type { HostReceipts, Receipt } from './receipts.ts';

/** The one number of the budget: how many seconds of units may run in CI, all workers together. */
export const BUDGET_SECONDS = 400;

/** What is to be done about one host. */
export interface HostPlan {
  host: string;
  /** `open`: what fits has changed, or nothing is known yet: all of it is run. */
  open: boolean;
  /** Groups that run, by their place in the receipts. */
  run: number[];
  seconds: number;
}

export interface Queue {
  plans: HostPlan[];
  /** What does not run although its key no longer matches: proved at an earlier commit. */
  waiting: { host: string; receipt: Receipt }[];
  /** Proved pairs whose key matches. */
  standing: number;
}

export interface HostState {
  host: string;
  receipts: HostReceipts | undefined;
  /** What fits it now, before it is set up. */
  fits: Record<string, string>;
}

/**
 * Which units run: all that have no receipt; then hosts where what fits has changed, then units whose key no longer matches, the ones
 * proved longest ago first, until the budget is full. Hosts with most to do come first. `all` runs everything.
 */
export function queueOf(
  states: readonly HostState[],
  keyOf: (host: string, receipt: Receipt) => string,
  all = false,
): Queue {
  const plans = new Map<string, HostPlan>();
  const stale: { host: string; index: number; receipt: Receipt }[] = [];
  const changed: HostReceipts[] = [];
  const waiting: Queue['waiting'] = [];
  let standing = 0;
  for (const { host, receipts, fits } of states) {
    if (all || !receipts) {
      plans.set(host, { host, open: true, run: [], seconds: receipts ? secondsOf(receipts) : 200 });
      continue;
    }
    if (!sameFits(receipts.fits, fits)) {
      changed.push(receipts);
      continue;
    }
    for (const [index, receipt] of receipts.units.entries()) {
      if (keyOf(host, receipt) === receipt.key) standing += provedIn(receipt.outcomes);
      else stale.push({ host, index, receipt });
    }
  }
  let left = BUDGET_SECONDS - [...plans.values()].reduce((sum, { seconds }) => sum + seconds, 0);
  for (const receipts of changed.sort((a, b) => (provedAt(a) < provedAt(b) ? -1 : 1))) {
    const { host, units } = receipts;
    const seconds = secondsOf(receipts);
    if (seconds > left) {
      waiting.push(...units.map((receipt) => ({ host, receipt })));
      continue;
    }
    left -= seconds;
    plans.set(host, { host, open: true, run: [], seconds });
  }
  for (const { host, index, receipt } of stale.sort((a, b) => (a.receipt.at < b.receipt.at ? -1 : 1))) {
    if (receipt.seconds > left) {
      waiting.push({ host, receipt });
      continue;
    }
    left -= receipt.seconds;
    const plan = plans.get(host) ?? { host, open: false, run: [], seconds: 0 };
    plans.set(host, { ...plan, run: [...plan.run, index], seconds: plan.seconds + receipt.seconds });
  }
  return { plans: [...plans.values()].sort((a, b) => b.seconds - a.seconds), waiting, standing };
}

function secondsOf({ units }: HostReceipts): number {
  return units.reduce((sum, { seconds }) => sum + seconds, 0);
}

/** When the oldest unit of a host was proved. */
function provedAt({ units }: HostReceipts): string {
  return units.map(({ at }) => at).sort()[0] ?? '';
}

function sameFits(one: Readonly<Record<string, string>>, other: Readonly<Record<string, string>>): boolean {
  const names = new Set([...Object.keys(one), ...Object.keys(other)]);
  // What does not fit at all is the same as what is not there.
  const said = (fits: Readonly<Record<string, string>>, name: string): string | undefined =>
    /fits|blocked/.test(fits[name] ?? '') ? fits[name] : undefined;
  return [...names].every((name) => said(one, name) === said(other, name));
}

export function provedIn(outcomes: readonly Outcome[]): number {
  return outcomes.filter(({ state }) => state === 'proved').length;
}

const RANK: Record<Outcome['state'], number> = { proved: 2, refused: 1, failed: 0 };

/** What has come out worse than it was before, in words. */
export function worseThan(before: readonly Outcome[], now: readonly Outcome[]): string[] {
  return before.flatMap(({ host, integration, state }) => {
    const found = now.find((one) => one.integration === integration && one.host === host);
    if (found && RANK[found.state] >= RANK[state]) return [];
    return [`${integration} on ${host} was ${state} and is ${found?.state ?? 'not tried'} now`];
  });
}

const CELLS: Record<string, Outcome['state']> = { proved: 'proved', refused: 'refused', 'not yet': 'failed' };

/** The states that docs/support.md tells, by stack and integration, as outcomes of the hosts that have these stacks. */
export function statesIn(page: string, hosts: ReadonlyMap<string, string>): Outcome[] {
  const rows = page.split('\n').filter((line) => line.startsWith('| '));
  const [head = '', ...lines] = rows;
  const names = cells(head).slice(1);
  return lines.flatMap((line) => {
    const [stack = '', ...states] = cells(line);
    const host = [...hosts].find(([, title]) => title === stack)?.[0];
    if (host === undefined) return [];
    return states.flatMap((cell, index): Outcome[] => {
      const state = CELLS[cell.replace(/, adopted$/, '')];
      const integration = names[index] ?? '';
      return state === undefined
        ? []
        : [{ host, stack, integration, state, words: '', checked: [], packages: {}, seconds: 0 }];
    });
  });
}

function cells(line: string): string[] {
  return line
    .split('|')
    .slice(1, -1)
    .map((cell) => cell.trim());
}
