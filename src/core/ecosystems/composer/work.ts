import path from 'node:path';
import { EXIT, Problem } from '../../problem.ts';
import { splitPointer } from '../../formats/json-pointer.ts';
import { jsonIn } from '../../text/json-text.ts';
import { decode, readText } from '../../text/utf8.ts';
import { recordOf, textsOf } from '../../records.ts';
import type { PackageNeed, Work } from '../work.ts';
import { composer } from './composer.ts';
import { manifestEdits } from './manifest-edits.ts';
import { isPlatform, LOCKFILE, MANIFEST, SECTIONS } from './manifest.ts';
import { namespacesOf, programsOf, programStart } from './programs.ts';
import { publishedOf } from './published.ts';
import { installRun, isInstallRun, runEnvironment, installFailed } from './runs.ts';
import { writeRuntimeLoader } from './runtime-loader.ts';
import { isVendor, linkVendor } from './scratch-links.ts';
import { isPackagesFolder, tidyTree, treeChanged, treeState } from './tree.ts';

/** Attaching in Composer's world. Every folder with a manifest has a lockfile and packages of its own. */
export const composerWork: Work = {
  // Loaded only where packages are chosen: a host without any of Composer's needs none of it.
  choose: async (...asked) => (await import('./choose-packages.ts')).choosePackages(...asked),
  async agree(host, workspace, wants) {
    return (await import('./choose-packages.ts')).agreedVersions(host, workspace, wants);
  },
  edits: (_, packages, { move }) => manifestEdits(packages, move),
  packageOf: (edit) => composer.packageOf(edit),
  declaredIn: (manifest) => {
    const all = recordOf(jsonIn(manifest && decode(manifest)));
    const names = SECTIONS.flatMap((section) => Object.keys(textsOf(all[section])));
    return new Set(names.filter((name) => !isPlatform(name)));
  },
  scriptOf({ file, format, operation }) {
    if (format !== 'json' || operation.op !== 'set' || path.posix.basename(file) !== MANIFEST) return undefined;
    const [section, name = ''] = splitPointer(operation.pointer);
    if (section !== 'scripts') return undefined;
    const command = typeof operation.value === 'string' ? operation.value : JSON.stringify(operation.value);
    // Scripts of events run whenever Composer installs (its documentation, "Scripts").
    return { name, command, by: /^(pre|post)-/.test(name) ? 'manager' : 'people' };
  },
  installsBy: (file) => path.posix.basename(file) === MANIFEST,
  // Composer reads copies of both files: it writes none of the project's but the packages.
  writes: () => [],
  runsIn: (folder) => folder,
  programsOf,
  namespacesOf,
  advisories: () => Promise.resolve([]),
  published: publishedOf,
  async check({ doors, host }) {
    const result = await doors.processes.run('composer', ['--version', '--no-plugins'], {
      cwd: host.root,
      timeoutMs: 60_000,
    });
    if (result.failure === 'ENOENT') throw notInstalled();
  },
  reconcile: (_, __, folder) => installRun(folder),
  settle: async (...asked) => (await import('./settle.ts')).settle(...asked),
  lockfileOf: (manifest) => path.posix.join(path.posix.dirname(manifest), LOCKFILE),
  prepare(host, { folder }, own) {
    const at = path.join(host.root, folder);
    const texts = {
      manifest: readText(host.files, path.join(at, MANIFEST)) ?? '{}',
      lock: readText(host.files, path.join(at, LOCKFILE)),
    };
    return runEnvironment(host, { folder: at, own }, texts);
  },
  finish: (host, { folder }, own) => writeRuntimeLoader(host, folder, own),
  isReconcile: isInstallRun,
  failed: installFailed,
  leavesTidy: (_, { status }) => status === 0,
  blocked: () => undefined,
  byHand: (_, folder, needs) => requireByHand(folder, needs),
  takeOutByHand: (_, folder, names) => inFolder(folder, `composer remove ${names.join(' ')}`),
  script: (_, name, args = []) => ({
    command: 'composer',
    args: ['run-script', name, ...(args.length > 0 ? ['--', ...args] : [])],
  }),
  ownWords: (said) =>
    said
      .split('\n')
      .filter((line) => !/^(>|Script .* returned with error code)/.test(line.trim()))
      .join('\n'),
  program: programStart,
  tree: {
    state: (files, root, { folder }) => treeState(files, root, folder),
    isFolder: isPackagesFolder,
    changed: treeChanged,
    tidy: tidyTree,
  },
  scratch: {
    isPackages: (folder, files) => isVendor(files, folder),
    stays: () => false,
    link: linkVendor,
    finish: () => undefined,
  },
  environment: () => ({}),
};

function requireByHand(folder: string, needs: Readonly<Record<string, PackageNeed>>): string {
  const all = Object.entries(needs);
  const command = (dev: boolean): string[] => {
    const named = all.filter(([, { section }]) => (section === 'development') === dev);
    if (named.length === 0) return [];
    const packages = named.map(([name, { range }]) => (range === '*' ? name : `"${name}:${range}"`)).join(' ');
    return [inFolder(folder, `composer require ${dev ? '--dev ' : ''}${packages}`)];
  };
  return [...command(false), ...command(true)].join('\n');
}

function inFolder(folder: string, command: string): string {
  return folder === '.' ? command : `cd ${folder} && ${command}`;
}

function notInstalled(): Problem {
  return new Problem({
    status: EXIT.refused,
    what: 'composer is not installed',
    why: 'this project is kept by it, as told by composer.json',
    next: 'Nothing was changed. Install Composer, or use --no-install and install later.',
  });
}
