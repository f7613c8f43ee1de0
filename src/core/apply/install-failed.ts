import { EXIT, Problem } from '../problem.ts';
import type { ProcessResult } from '../ports.ts';

/** What is said of a package manager that did not do its work. */
export function installFailed(command: string, args: readonly string[], result: ProcessResult): Problem {
  const missing = result.failure === 'ENOENT';
  return new Problem({
    status: EXIT.putBack,
    what: missing ? `${command} is not installed` : `${[command, ...args].join(' ')} failed`,
    why: missing ? 'this project is kept by it' : `it ended with ${result.status ?? result.failure ?? 'no status'}`,
    next: missing
      ? `Install ${command}, or use --no-install and install later.`
      : 'Look at its lines above; when that is mended, run the command again.',
    output: linesThatMatter(`${result.stdout}\n${result.stderr}`),
  });
}

/** Of a tool's output the lines that speak of an error, else its last ones. */
export function linesThatMatter(output: string): string {
  const lines = output.split(/\r?\n/).filter((line) => line.trim() !== '');
  const errors = lines.filter(
    (line) =>
      /\b(err(or)?!?|ERR_\w+|failed|cannot|not found)\b/i.test(line) && !/debug-0\.log|complete log/i.test(line),
  );
  return (errors.length > 0 ? errors : lines).slice(-12).join('\n');
}
