import { linesThatMatter } from '../../text/lines-that-matter.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { ProcessResult } from '../../ports.ts';
import type { ManagerRun } from '../work.ts';
import { allowing, blockedScripts } from './blocked-scripts.ts';

/** What is said of a package manager that did not do its work. */
export function installFailed({ manager, command, args }: ManagerRun, result: ProcessResult): Problem {
  const missing = result.failure === 'ENOENT';
  const output = `${result.stdout}\n${result.stderr}`;
  const blocked = blockedScripts(manager, output);
  if (blocked.length > 0)
    return scriptsNotAllowed(
      manager,
      blocked.map(({ name }) => name),
      output,
    );
  return new Problem({
    status: EXIT.putBack,
    what: missing ? `${command} is not installed` : `${[command, ...args].join(' ')} failed`,
    why: missing ? 'this project is kept by it' : `it ended with ${result.status ?? result.failure ?? 'no status'}`,
    next: missing
      ? `Install ${command}, or use --no-install and install later.`
      : (adviceFor(output) ?? 'Look at its lines above; when that is mended, run the command again.'),
    output: linesThatMatter(output),
  });
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

/** What to do about failures that managers name by a code of their own. */
function adviceFor(output: string): string | undefined {
  if (/EINTEGRITY|ERR_PNPM_TARBALL_INTEGRITY|integrity check failed|Integrity check failed|YN0018/.test(output))
    return 'What the registry delivered is not what it announced. Try again; if it stays so, tell those who run the registry.';
  if (/ENOTFOUND|ECONNREFUSED|ETIMEDOUT|ENETUNREACH|EAI_AGAIN|ENOTCACHED|ERR_PNPM_NO_OFFLINE/.test(output))
    return 'It could not reach the registry. When the network is there again, run the command again.';
  if (/ENOSPC/.test(output)) return 'The disk is full. Free some space, then run the command again.';
  if (/EACCES|EPERM/.test(output))
    return 'It was not allowed to write. Mend the permissions, then run the command again.';
  return undefined;
}
