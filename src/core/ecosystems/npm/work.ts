import path from 'node:path';
import { ecosystemOf, NPM } from '../marks.ts';
import type { Work } from '../work.ts';
import { advisoriesOn } from './advisories.ts';
import { aboutBlocked, blockedScripts } from './blocked-scripts.ts';
import { checkManager } from './check-manager.ts';
import { choosePackages } from './choose-packages.ts';
import { questionFor } from './host-packages.ts';
import { installFailed } from './install-failed.ts';
import {
  addByHand,
  removeByHand,
  isReconcileCommand,
  ownWords,
  reconcileCommand,
  scriptCommand,
} from './manager-commands.ts';
import { manifestEdits } from './manifest-edits.ts';
import { declaredIn, installsBy, packageOf, programsOf, scriptOf } from './manifest-text.ts';
import { publishedOf } from './published.ts';
import { programStart } from './program-start.ts';
import { resolve } from './rules.ts';
import { isPlugged, linkTree, plugPackages } from './scratch-links.ts';
import { placeholdersFor } from './settings-variables.ts';
import { isPackagesFolder, tidyTree, treeChanged, treeState } from './tree.ts';

/** Attaching in npm's world, by the manager that the host is kept by. */
export const npmWork: Work = {
  choose: choosePackages,
  async agree(host, workspace, wants) {
    const registry = await host.doors.sources.npm(host.host.root);
    const answer = await resolve(questionFor(host, workspace, wants), registry);
    return 'clash' in answer ? undefined : new Map(answer.map(({ name, version }) => [name, version]));
  },
  // Loaded only where it is asked for: it reads archives and style sheets.
  typeface: async (...asked) => (await import('./typefaces.ts')).typeface(...asked),
  edits: manifestEdits,
  packageOf,
  declaredIn,
  scriptOf,
  installsBy,
  writes: ({ lockfile, alsoWrites }) => [lockfile, ...alsoWrites],
  runsIn: () => '.',
  programsOf,
  advisories: (host, chosen) =>
    advisoriesOn(
      host,
      chosen.filter(({ name }) => ecosystemOf(name) === NPM.id),
    ),
  published: publishedOf,
  check: checkManager,
  reconcile: reconcileCommand,
  isReconcile: isReconcileCommand,
  failed: installFailed,
  // npm takes back what it has begun when it fails; the others leave it half done.
  leavesTidy: ({ manager }, { status, failure }) =>
    status === 0 || failure !== undefined || (manager === 'npm' && status !== undefined),
  blocked({ manager }, output, before) {
    const fresh = blockedScripts(manager, output).filter(({ name }) => !before.includes(`${name}@`));
    return fresh.length > 0 ? aboutBlocked(manager, fresh) : undefined;
  },
  byHand: addByHand,
  takeOutByHand: removeByHand,
  script: scriptCommand,
  ownWords,
  program: programStart,
  tree: {
    state: (files, root, { workspaces }) => treeState(files, root, workspaces),
    isFolder: isPackagesFolder,
    changed: treeChanged,
    tidy: tidyTree,
  },
  scratch: {
    isPackages: (folder) => path.basename(folder) === 'node_modules',
    stays: isPlugged,
    link: linkTree,
    finish: plugPackages,
  },
  environment: placeholdersFor,
};
