import { spawn } from 'node:child_process';
import { stripVTControlCharacters } from 'node:util';
import { PROGRAM, type TestHost } from './host.ts';

/** Words that are waited for, and what is typed once they are on the screen. */
export type Step = readonly [shown: string | RegExp, keys: string];

const PATIENCE_MS = 30_000;

/**
 * Runs Ligament in a terminal as somebody who types when asked; gives the status and all that was shown, without what steers a terminal.
 * Throws an Error where words do not come.
 */
export async function typed(
  host: TestHost,
  args: readonly string[],
  steps: readonly Step[],
): Promise<{ status: number | null; shown: string }> {
  const environment = { ...host.environment };
  delete environment.CI;
  const command = [process.execPath, PROGRAM, ...args].map((one) => `'${one}'`).join(' ');
  const child = spawn('script', ['-qec', command, '/dev/null'], {
    cwd: host.root,
    env: { ...environment, TERM: 'xterm' },
    stdio: ['pipe', 'pipe', 'ignore'],
  });
  let all = '';
  let seen = 0;
  child.stdout.on('data', (chunk: Buffer) => (all += chunk.toString()));
  const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
  for (const [words, keys] of steps) {
    const begun = Date.now();
    const found = (): number => {
      const text = stripVTControlCharacters(all.slice(seen));
      return typeof words === 'string' ? text.indexOf(words) : text.search(words);
    };
    while (found() < 0) {
      if (Date.now() - begun > PATIENCE_MS || child.exitCode !== null) {
        child.kill();
        throw new Error(`${String(words)} was not shown:\n${stripVTControlCharacters(all)}`);
      }
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
    seen = all.length;
    child.stdin.write(keys);
  }
  const status = await ended;
  return { status, shown: stripVTControlCharacters(all) };
}
