import { spawnSync, type SpawnSyncOptions } from 'node:child_process';

/** Milliseconds that a command takes from start to end. Throws where it fails. */
export function timed(command: string, args: readonly string[], options: SpawnSyncOptions): number {
  const start = performance.now();
  const { status } = spawnSync(command, args, { stdio: 'ignore', ...options });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')} ended with ${String(status)}`);
  return performance.now() - start;
}

export function median(values: readonly number[]): number {
  return quantile(values, 0.5);
}

function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN;
}

/** One line of the table: what was measured, beside what, and how that is to the goal. */
export interface Row {
  what: string;
  /** The ratio, with its quartiles where there are several. */
  ratio: string;
  /** What was measured, beside what. */
  measured: string;
  goal: string;
  verdict: 'met' | 'missed' | '';
}

/** How many times as much the second of each pair took as the first: the median of all pairs, and the quartiles. */
export function inPairs(
  what: string,
  pairs: readonly (readonly [bare: number, own: number])[],
  { goal, unit = 'ms' }: { goal: number; unit?: string },
): Row {
  const ratios = pairs.map(([bare, own]) => own / bare);
  const ratio = median(ratios);
  const [bare, own] = [median(pairs.map(([one]) => one)), median(pairs.map(([, one]) => one))];
  return {
    what,
    ratio: `${ratio.toFixed(2)} × (${quantile(ratios, 0.25).toFixed(2)}–${quantile(ratios, 0.75).toFixed(2)})`,
    measured: `${own.toFixed(0)} ${unit} beside ${bare.toFixed(0)} ${unit}`,
    goal: `at most ${goal} ×`,
    verdict: ratio <= goal ? 'met' : 'missed',
  };
}

/** So many pairs of measurements, taken in turn; the first are to warm up. */
export function pairsOf(runs: number, bare: () => number, own: () => number): (readonly [bare: number, own: number])[] {
  return Array.from({ length: runs + 2 }, () => [bare(), own()] as const).slice(2);
}
