import path from 'node:path';
import type { Doors } from '../../ports.ts';
import { EXIT, Problem } from '../../problem.ts';
import { recordOf } from '../../records.ts';
import { jsonIn } from '../../text/json-text.ts';
import { decode, encode, readText } from '../../text/utf8.ts';
import { SCRATCH_PREFIX } from '../../text/temporary-names.ts';
import type { HostPackages, ManifestChange, Settled } from '../work.ts';
import { composerVersions } from './constraints.ts';
import { lockedReleases, type Release } from './lock.ts';
import { composerManifest, LOCKFILE, SECTIONS, type ComposerManifest } from './manifest.ts';
import { offlineRepository } from './offline-repository.ts';
import { actingPlugins, RUNTIME } from './runtime-loader.ts';
import { runEnvironment, solveArguments, unfolded } from './runs.ts';
import { refuseOddPlaces } from './odd-places.ts';
import { notSolved } from './not-solved.ts';
import { plainVersion } from './versions.ts';

interface Solving {
  /** The project's folder, absolute. */
  folder: string;
  manifest: string;
  lock: string | undefined;
  names: string[];
}

// What may move besides the packages that are named: nothing, what they require, what the project requires as well (Composer's help, "update").
const REACHES: readonly (readonly string[])[] = [[], ['--with-dependencies'], ['--with-all-dependencies']];

/**
 * What Composer's own solver makes of a changed manifest: the lockfile, made in a folder of its own. As little moves as can be. Throws a
 * Problem (status 3) where there is no answer.
 */
export async function settle(context: HostPackages, change: ManifestChange): Promise<Settled> {
  const { doors, host } = context;
  const after = (change.after && decode(change.after)) ?? '{}';
  const before = (change.before && decode(change.before)) ?? '{}';
  const manifest = manifestIn(after);
  refuseOddPlaces(doors.files, host.root, path.posix.dirname(change.file), manifest.all);
  const names = movedNames(manifestIn(before), manifest);
  const folder = path.join(host.root, path.dirname(change.file));
  const file = path.posix.join(path.posix.dirname(change.file), LOCKFILE);
  if (manifest.lockOff)
    return {
      lockfile: undefined,
      words: [
        `${change.file} turns the lockfile off (config.lock), so Composer will install the newest versions that it allows.`,
      ],
    };
  const old = doors.files.read(path.join(host.root, file));
  const lock = old && decode(old);
  // What is locked stays so.
  if (names.length === 0 && lock !== undefined) return { lockfile: undefined, words: [] };
  const solving: Solving = { folder, manifest: after, lock, names };
  // What is only less can be told by the lockfile alone.
  const isLess = lock !== undefined && names.every((name) => !isRequired(manifest, name));
  const solved = await solvedLock(doors, solving, isLess || doors.offline);
  if (solved === undefined)
    return { lockfile: undefined, words: ['Composer is not installed: composer.lock is left as it is.'] };
  const source = await doors.sources.composer(folder);
  source.keep([...lockedReleases(solved).values()]);
  return {
    lockfile: { file, before: old, after: encode(solved), about: aboutLock(lock, solved) },
    words: [
      ...movesInWords(lockedReleases(lock), lockedReleases(solved), new Set(names)),
      ...(isLess ? [] : aboutPlugins(manifest, lockedReleases(solved))),
    ],
  };
}

function manifestIn(text: string): ComposerManifest {
  return composerManifest(recordOf(jsonIn(text)));
}

function isRequired({ sections }: ComposerManifest, name: string): boolean {
  return SECTIONS.some((section) => sections[section][name] !== undefined);
}

/** The packages whose requirement changes, comes or goes. */
function movedNames(before: ComposerManifest, after: ComposerManifest): string[] {
  const all = SECTIONS.flatMap((section) => [
    ...Object.keys(before.sections[section]),
    ...Object.keys(after.sections[section]),
  ]);
  const said = ({ sections }: ComposerManifest, name: string): string =>
    SECTIONS.map((section) => sections[section][name] ?? '').join('\n');
  return [...new Set(all)].filter((name) => said(before, name) !== said(after, name));
}

/** The lockfile's text by Composer itself; undefined where it is not installed. `apart`: by what is known already, nobody is asked. */
async function solvedLock(doors: Doors, solving: Solving, apart: boolean): Promise<string | undefined> {
  const own = doors.files.scratchFolder(SCRATCH_PREFIX);
  doors.leftovers?.scratch(own);
  try {
    // Without a lockfile there is nothing to hold on to: all is chosen.
    const asked = solving.lock === undefined ? [] : solving.names;
    const environment = {
      ...runEnvironment(doors, { folder: solving.folder, own }, { manifest: solving.manifest, lock: solving.lock }),
      ...(apart ? await offlineRepository(doors, { ...solving, own }) : {}),
    };
    let said = '';
    for (const reach of asked.length === 0 ? REACHES.slice(0, 1) : REACHES) {
      const args = solveArguments(asked, reach);
      const result = await doors.processes.run('composer', args, { cwd: solving.folder, environment });
      if (result.failure === 'ENOENT') return undefined;
      if (result.status === 0) {
        const text = readText(doors.files, path.join(own, 'composer', LOCKFILE));
        if (text !== undefined) return apart ? await withHash(doors, solving, text) : text;
      }
      said = unfolded(`${result.stdout}\n${result.stderr}`);
    }
    throw notSolved(said, solving.names, apart && doors.offline);
  } finally {
    doors.files.removeTree(own);
  }
}

// The hash by which Composer tells whether a lockfile is as old as its manifest (Composer's source, `Locker::getContentHash`).
const HASH = `
$content = json_decode(stream_get_contents(STDIN), true);
$keys = ['name', 'version', 'require', 'require-dev', 'conflict', 'replace', 'provide', 'minimum-stability', 'prefer-stable', 'repositories', 'extra'];
$relevant = array_intersect_key($content, array_flip($keys));
if (isset($content['config']['platform'])) { $relevant['config']['platform'] = $content['config']['platform']; }
ksort($relevant);
echo hash('md5', json_encode($relevant));`;

/** A lockfile that was made from a manifest with other repositories, with the hash of the real one. */
async function withHash({ processes }: Doors, { manifest, folder }: Solving, lock: string): Promise<string> {
  const { stdout } = await processes.run('php', ['-r', HASH], { cwd: folder, input: manifest.replace(/^\uFEFF/, '') });
  const hash = /[0-9a-f]{32}$/.exec(stdout.trim())?.[0];
  if (hash === undefined)
    throw new Problem({
      status: EXIT.refused,
      what: 'composer.lock could not be written for this change',
      why: 'PHP did not compute its content hash',
      next: 'Nothing was changed. Check that php runs, then run the command again.',
    });
  return lock.replace(/("content-hash": ")[0-9a-f]{32}"/, `$1${hash}"`);
}

/** Plugins of the project's that would have had something to do, and will want to. */
function aboutPlugins(manifest: ComposerManifest, locked: ReadonlyMap<string, Release>): string[] {
  // This one has done its part once its loader is there.
  const acting = actingPlugins(manifest, locked).filter((name) => name !== RUNTIME);
  if (acting.length === 0) return [];
  return [
    `Ligament does not run Composer plugins: at your next composer install ${acting.join(' and ')} may write files of ${acting.length === 1 ? 'its' : 'their'} own.`,
  ];
}

/** What becomes of the packages, in a few words: "packages: 2 added, 1 removed". */
function aboutLock(lock: string | undefined, solved: string): string {
  const [before, after] = [lockedReleases(lock), lockedReleases(solved)];
  const counts = {
    added: [...after.keys()].filter((name) => !before.has(name)).length,
    changed: [...after.values()].filter(
      ({ name, version }) => before.has(name) && before.get(name)?.version !== version,
    ).length,
    removed: [...before.keys()].filter((name) => !after.has(name)).length,
  };
  const told = Object.entries(counts).flatMap(([what, count]) => (count === 0 ? [] : [`${count} ${what}`]));
  const packages = told.length === 0 ? 'the same packages' : `packages: ${told.join(', ')}`;
  return lock === undefined ? `new; ${packages}` : packages;
}

/** Packages that move although nobody asked for them, each in a sentence. */
function movesInWords(
  before: ReadonlyMap<string, Release>,
  after: ReadonlyMap<string, Release>,
  named: ReadonlySet<string>,
): string[] {
  return [...after.values()].flatMap((one) => {
    const was = before.get(one.name);
    if (!was || named.has(one.name) || composerVersions.compare(was.version, one.version) === 0) return [];
    return [`${one.name} changes too, from ${plainVersion(was.version)} to ${plainVersion(one.version)}.`];
  });
}
