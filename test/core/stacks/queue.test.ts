import { describe, expect, it } from 'vitest';
import type { Outcome } from '../../stacks/pairs.ts';
import { BUDGET_SECONDS, queueOf, statesIn, worseThan, type HostState } from '../../stacks/queue.ts';
import type { Receipt } from '../../stacks/receipts.ts';

const outcome = (host: string, integration: string, state: Outcome['state'] = 'proved'): Outcome => ({
  host,
  stack: `${host} stack`,
  integration,
  state,
  words: '',
  checked: [],
  packages: {},
  seconds: 1,
});

function receipt(host: string, at: string, seconds: number, key = 'same', group = ['a', 'b']): Receipt {
  const outcomes = group.map((one) => outcome(host, one));
  return { group, key, outcomes, modules: [], seconds, at, commit: `c${at}` };
}

const state = (host: string, units: Receipt[], fits: Record<string, string> = { a: 'fits' }): HostState => ({
  host,
  fits: { a: 'fits' },
  receipts: units.length === 0 ? undefined : { host, stack: `${host} stack`, fits, units, refused: [] },
});

describe('which units run', () => {
  const same = (): string => 'same';
  const other = (): string => 'other';

  it('none whose key matches; they stand, and are not counted as run', () => {
    const queue = queueOf([state('x', [receipt('x', '2026-01-01', 10)])], same);
    expect(queue).toEqual({ plans: [], waiting: [], standing: 2 });
  });

  it('all that have no receipt, whatever the budget', () => {
    const queue = queueOf([state('x', []), state('y', [receipt('y', '2026-01-01', BUDGET_SECONDS)])], other);
    expect(queue.plans).toMatchObject([{ host: 'x', open: true }]);
    expect(queue.waiting).toHaveLength(1);
  });

  it('a host whose fitting integrations have changed as a whole', () => {
    const queue = queueOf([state('x', [receipt('x', '2026-01-01', 10)], { a: 'unfit' })], same);
    expect(queue.plans).toMatchObject([{ host: 'x', open: true }]);
  });

  it('such hosts before units that have changed, and not beyond the budget either', () => {
    const unfit = { a: 'unfit' };
    const queue = queueOf(
      [
        state('huge', [receipt('huge', '2026-01-01', BUDGET_SECONDS), receipt('huge', '2026-01-01', 1)], unfit),
        state('late', [receipt('late', '2026-01-03', BUDGET_SECONDS - 100)], unfit),
        state('early', [receipt('early', '2026-01-02', 200)], unfit),
        state('stale', [receipt('stale', '2026-01-01', 900)]),
      ],
      other,
    );
    expect(queue.plans).toMatchObject([{ host: 'early', open: true, seconds: 200 }]);
    expect(queue.waiting.map(({ host }) => host)).toEqual(['huge', 'huge', 'late', 'stale']);
  });

  it('of what can have changed the ones proved longest ago until the budget is full, longest hosts first', () => {
    const units = [
      state('new', [receipt('new', '2026-03-01', BUDGET_SECONDS * 0.5)]),
      state('old', [receipt('old', '2026-01-01', BUDGET_SECONDS * 0.3), receipt('old', '2026-01-02', 200, 'other')]),
      state('middle', [receipt('middle', '2026-02-01', BUDGET_SECONDS * 0.7)]),
      state('large', [receipt('large', '2026-01-15', BUDGET_SECONDS)]),
    ];
    const queue = queueOf(units, other);
    expect(queue.plans.map(({ host, run }) => [host, run])).toEqual([
      ['middle', [0]],
      ['old', [0]],
    ]);
    expect(queue.waiting.map(({ host, receipt: one }) => [host, one.commit])).toEqual([
      ['large', 'c2026-01-15'],
      ['new', 'c2026-03-01'],
    ]);
    expect(queue.standing).toBe(2);
  });

  it('everything where that is asked for', () => {
    expect(queueOf([state('x', [receipt('x', '2026-01-01', 10)])], same, true).plans).toMatchObject([{ open: true }]);
  });
});

describe('what has come out worse', () => {
  it('is told; what is better or the same is not', () => {
    const before = [outcome('x', 'a'), outcome('x', 'b', 'refused'), outcome('x', 'c', 'failed'), outcome('x', 'd')];
    const now = [outcome('x', 'a', 'refused'), outcome('x', 'b'), outcome('x', 'c', 'failed')];
    expect(worseThan(before, now)).toEqual([
      'a on x was proved and is refused now',
      'd on x was proved and is not tried now',
    ]);
  });

  it('is measured against the documents too', () => {
    const page =
      '# Page\n\n| | a | b | c |\n|---|---|---|---|\n| x stack | proved | refused | |\n| y stack | not yet | proved, adopted | proved |\n';
    const found = statesIn(page, new Map([['x', 'x stack']]));
    expect(found.map(({ integration, state: one }) => [integration, one])).toEqual([
      ['a', 'proved'],
      ['b', 'refused'],
    ]);
  });
});
