import type { ProcessResult } from '../ports.ts';
import { EXIT, Problem } from '../problem.ts';
import { linesThatMatter } from '../text/lines-that-matter.ts';
import type { ManagerRun } from './work.ts';

/** By what in its output a manager tells of failures that there are everywhere. */
export interface FailureSigns {
  integrity: RegExp;
  network: RegExp;
  disk: RegExp;
  rights: RegExp;
  /** Where packages come from, in the ecosystem's own word. */
  from: 'registry' | 'repository';
}

/** What is said of a package manager (status 4) that did not do its work; `output` is all that it said. */
export function runFailed(
  { command, args, folder }: ManagerRun,
  { failure, status }: ProcessResult,
  output: string,
  signs: FailureSigns,
): Problem {
  const missing = failure === 'ENOENT';
  const where = folder === '.' ? '' : ` in ${folder}`;
  return new Problem({
    status: EXIT.putBack,
    what: missing ? `${command} is not installed` : `${[command, ...args].join(' ')} failed${where}`,
    why: missing ? 'this project is kept by it' : `it ended with ${status ?? failure ?? 'no status'}`,
    next: missing
      ? `Install ${command}, or use --no-install and install later.`
      : (adviceFor(output, signs) ?? 'Fix what its output above names, then run the command again.'),
    output: linesThatMatter(output),
  });
}

function adviceFor(output: string, { integrity, network, disk, rights, from }: FailureSigns): string | undefined {
  if (integrity.test(output))
    return `What the ${from} delivered is not what it announced. Try again; if it stays so, tell those who run the ${from}.`;
  if (network.test(output)) return `It could not reach the ${from}. When the network is back, run the command again.`;
  if (disk.test(output)) return 'The disk is full. Free some space, then run the command again.';
  if (rights.test(output)) return 'It was not allowed to write. Fix the permissions, then run the command again.';
  return undefined;
}
