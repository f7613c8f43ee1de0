import { spawnSync, type SpawnSyncOptions } from 'node:child_process';

/** Milliseconds that a command takes from start to end. Throws where it fails. */
export function timed(command: string, args: readonly string[], options: SpawnSyncOptions): number {
  const start = performance.now();
  const { status } = spawnSync(command, args, { stdio: 'ignore', ...options });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')} ended with ${String(status)}`);
  return performance.now() - start;
}

export function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1] ?? Number.NaN;
}

/** Prints how many times longer the second of each pair took than the first, as the median of all pairs. */
export function report(name: string, pairs: readonly (readonly number[])[], aim: number): void {
  const ratio = median(pairs.map(([bare = 1, own = 0]) => own / bare));
  const [bare, own] = [median(pairs.map(([one = 0]) => one)), median(pairs.map(([, one = 0]) => one))];
  process.stdout.write(
    `${name.padEnd(42)} ${ratio.toFixed(2)} ×   (${own.toFixed(0)} ms beside ${bare.toFixed(0)} ms; aim: at most ${aim} ×) ${ratio <= aim ? 'met' : 'missed'}\n`,
  );
}
