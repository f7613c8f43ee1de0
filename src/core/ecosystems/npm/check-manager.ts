import path from 'node:path';
import semver from 'semver';
import type { HostPackages } from '../work.ts';
import { readText } from '../../text/utf8.ts';
import { EXIT, Problem } from '../../problem.ts';

/**
 * Makes sure, before anything is written, that the host's package manager can do its part. Throws a Problem (status 3)
 * where it is not installed, is not the version that the manifest asks for, or cannot read its lockfile.
 */
export async function checkManager(context: HostPackages): Promise<void> {
  const { manager } = context.facts;
  if (!manager.found) {
    throw new Problem({
      status: EXIT.refused,
      what: `${manager.name} is not installed`,
      why: `this project is kept by it, as told by ${manager.reason}`,
      next: `Nothing was changed. Install ${manager.name}, or use --no-install and install later.`,
    });
  }
  checkLockfile(context);
  await checkVersion(context);
}

function checkLockfile({ doors, host, facts }: HostPackages): void {
  const { lockfile, name } = facts.manager;
  const text = readText(doors.files, path.join(host.root, lockfile));
  if (text === undefined) return;
  const conflict = /^<{7} /m.exec(text);
  if (conflict) {
    const line = text.slice(0, conflict.index).split('\n').length;
    throw corrupt(lockfile, line, 'it has marks of a merge that was not finished', name);
  }
  if (!lockfile.endsWith('.json')) return;
  try {
    JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw corrupt(lockfile, undefined, `it is not JSON: ${error instanceof Error ? error.message : ''}`, name);
  }
}

function corrupt(file: string, line: number | undefined, why: string, manager: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${file} cannot be read`,
    where: { file, ...(line === undefined ? {} : { line }) },
    why,
    next: `Nothing was changed. Mend it (version control has an older one, and ${manager} can make a new one), then run the command again.`,
  });
}

async function checkVersion({ doors, host, facts }: HostPackages): Promise<void> {
  const { name, asked, version } = facts.manager;
  if (asked === undefined || version === undefined || sameMajor(asked, version)) return;
  // Some managers fetch the version that is asked for and hand over to it: only they can tell.
  const result = await doors.processes.run(name, ['--version'], { cwd: host.root, timeoutMs: 60_000 });
  const effective = result.stdout.trim().split('\n').at(-1) ?? '';
  if (result.status === 0 && sameMajor(asked, effective)) return;
  throw new Problem({
    status: EXIT.refused,
    what: `package.json asks for ${name} ${asked}, and ${semver.valid(effective) ? effective : version} is installed`,
    where: { file: 'package.json' },
    why: 'its "packageManager" field names another major version, which may write the lockfile otherwise',
    next: `Nothing was changed. Install ${name} ${asked} (or mend the field), or use --no-install and install later.`,
    output:
      result.status === 0 ? undefined : `${result.stdout}\n${result.stderr}`.trim().split('\n').slice(-6).join('\n'),
  });
}

function sameMajor(asked: string, version: string): boolean {
  return semver.coerce(asked)?.major === semver.coerce(version)?.major;
}
