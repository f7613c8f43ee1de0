import path from 'node:path';
import type { Doors, ProcessResult } from '../../ports.ts';
import type { Problem } from '../../problem.ts';
import { recordOf } from '../../records.ts';
import { jsonIn } from '../../text/json-text.ts';
import { encode, readText } from '../../text/utf8.ts';
import { runFailed, type FailureSigns } from '../run-failed.ts';
import type { Command, ManagerRun } from '../work.ts';
import { quietEnvironment } from './quiet-environment.ts';
import { lockedReleases } from './lock.ts';
import { LOCKFILE, MANIFEST } from './manifest.ts';
import { tamed } from './odd-places.ts';

// Nothing of the project acts: its plugins and scripts would write what no preview has shown.
const QUIET = ['--no-plugins', '--no-scripts', '--no-interaction', '--no-progress'];

/** The run that brings the installed packages in line with the lockfile, whose text is known by then. */
export function installRun(folder: string): ManagerRun {
  return { manager: 'composer', command: 'composer', args: ['install', ...QUIET], folder };
}

/** Whether a command is one that `installRun` gives: nothing else that is written down somewhere is run for one. */
export function isInstallRun({ command, args }: Command): boolean {
  return command === 'composer' && args.join(' ') === installRun('.').args.join(' ');
}

/** The arguments by which Composer itself answers what packages a changed manifest means: it writes a lockfile and nothing else. */
export function solveArguments(names: readonly string[], also: readonly string[]): string[] {
  return ['update', ...names, ...also, '--no-install', '--no-audit', ...QUIET];
}

/**
 * The environment of a run: Composer reads a copy of manifest and lockfile in a folder of the command's own, in which the lockfile counts
 * whatever the user's settings say of it; the packages are the project's (Composer's documentation, "COMPOSER").
 */
export function runEnvironment(
  { files, environment }: Pick<Doors, 'files' | 'environment'>,
  { folder, own }: { folder: string; own: string },
  texts: { manifest: string; lock: string | undefined },
): Record<string, string> {
  const manifest = recordOf(jsonIn(texts.manifest));
  const place = path.join(own, 'composer');
  files.makeFolder(place, 0o700);
  files.put(path.join(place, MANIFEST), encode(JSON.stringify(tamed(manifest), null, 4)));
  if (texts.lock !== undefined) files.put(path.join(place, LOCKFILE), encode(texts.lock));
  return {
    COMPOSER: path.join(place, MANIFEST),
    ...quietEnvironment(environment, { manifest, locked: lockedReleases(texts.lock) }),
    ...credentials(files, folder, environment),
  };
}

/** The project's own credentials lie beside its manifest, where Composer does not look then (its documentation, "COMPOSER_AUTH"). */
function credentials(files: Doors['files'], folder: string, environment: Doors['environment']): Record<string, string> {
  const own = readText(files, path.join(folder, 'auth.json'));
  if (own === undefined) return {};
  const said = recordOf(jsonIn(environment.COMPOSER_AUTH));
  const all = recordOf(jsonIn(own));
  const joined = Object.fromEntries(
    [...new Set([...Object.keys(all), ...Object.keys(said)])].map((key) => [
      key,
      { ...recordOf(all[key]), ...recordOf(said[key]) },
    ]),
  );
  return { COMPOSER_AUTH: JSON.stringify(joined) };
}

/** What Composer says, with what it has folded in lines put together again. */
export function unfolded(said: string): string {
  return said
    .split('\n')
    .map((line) => line.trimEnd())
    .filter((line) => !/PHP curl extension|packages you are using are looking for funding|composer fund/.test(line))
    .join('\n');
}

// Composer has no codes: these are its own words.
const SIGNS: FailureSigns = {
  integrity: /checksum verification of the file failed/i,
  network: /could not be downloaded|Could not resolve host|Connection refused|timed out|Network disabled/i,
  disk: /No space left on device/i,
  rights: /Permission denied/i,
  from: 'repository',
};

/** What is said of a run that failed. */
export function installFailed(run: ManagerRun, result: ProcessResult): Problem {
  return runFailed(run, result, unfolded(`${result.stdout}\n${result.stderr}`), SIGNS);
}
