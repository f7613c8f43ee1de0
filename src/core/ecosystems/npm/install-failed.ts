import { linesThatMatter } from '../../text/lines-that-matter.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { ProcessResult } from '../../ports.ts';
import type { ManagerRun } from '../work.ts';
import { runFailed, type FailureSigns } from '../run-failed.ts';
import { allowing, blockedScripts } from './blocked-scripts.ts';

// Codes by which npm, pnpm and yarn name what went wrong.
const SIGNS: FailureSigns = {
  integrity: /EINTEGRITY|ERR_PNPM_TARBALL_INTEGRITY|integrity check failed|Integrity check failed|YN0018/,
  network: /ENOTFOUND|ECONNREFUSED|ETIMEDOUT|ENETUNREACH|EAI_AGAIN|ENOTCACHED|ERR_PNPM_NO_OFFLINE/,
  disk: /ENOSPC/,
  rights: /EACCES|EPERM/,
  from: 'registry',
};

/** What is said of a package manager that did not do its work. */
export function installFailed(run: ManagerRun, result: ProcessResult): Problem {
  const output = `${result.stdout}\n${result.stderr}`;
  const blocked = blockedScripts(run.manager, output);
  if (blocked.length === 0) return runFailed(run, result, output, SIGNS);
  const names = blocked.map(({ name }) => name);
  return scriptsNotAllowed(run.manager, names, output);
}

function scriptsNotAllowed(manager: ManagerRun['manager'], names: readonly string[], output: string): Problem {
  return new Problem({
    status: EXIT.putBack,
    what: `${manager} does not let the install script of ${names.join(' and ')} run`,
    why: 'this project has not said yet whether it may',
    next: `Decide it first, then run the command again: ${allowing(manager, names)} (or false).`,
    output: linesThatMatter(output),
  });
}
