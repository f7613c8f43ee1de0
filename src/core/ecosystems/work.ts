import type { Edit } from '../edits/edit.ts';
import type { Doors, FileDoor, ProcessResult, Reader, Within } from '../ports.ts';
import type { Problem } from '../problem.ts';
import type { Want } from '../resolve/question.ts';
import type { Clash } from '../resolve/resolve.ts';
import type { DeclaredPackage, Project } from './ecosystem.ts';
import type { ManagerFacts, ManagerName } from './npm/manager.ts';
import type { Manifest } from './npm/manifest.ts';

/** A package that a definition needs. */
export interface PackageNeed {
  /** The range that it is written for, or the name of a tag. */
  range: string;
  section: 'production' | 'development' | 'peer' | 'optional';
  /** Whose manifest it goes into: that of the workspace where nothing is said. */
  workspace?: 'own' | 'root' | undefined;
}

export interface ChosenPackage extends PublishedFacts {
  name: string;
  version: string;
  /** What the manifest gets (or has). */
  range: string;
  /** What it is needed for, as a definition says it. */
  use: PackageNeed['section'];
  /** The manifest's section, by its own name. */
  section: string;
  /** The folder of the workspace whose manifest it is in. */
  workspace: string;
  reason: string;
  /** Whether the manifest has it already; then it is left as it is. */
  declared: boolean;
  /** The section that it stands in although it belongs into another. */
  misplaced?: string | undefined;
  /** Where the manager keeps ranges for all workspaces: the catalog, and the range that it gets where it has none yet. */
  catalog?: { name: string; adds: string | undefined } | undefined;
  /** It has a script that runs when it is installed. */
  hasInstallScript?: boolean | undefined;
  /** It is declared with this range, which is raised. */
  raisedFrom?: string | undefined;
  /** It does not run on all the Node.js versions that the project says it runs on: what it requires, and who says what. */
  engines?: { wanted: string; range: string; file: string } | undefined;
  /** And the settings say that no such script runs. */
  scriptIgnored?: boolean | undefined;
}

/** A version of a package, as what is told of it is found by. */
export function versionMark({ name, version }: { name: string; version: string }): string {
  return `${name}@${version}`;
}

/** What is published of a version beside what it is chosen by, as far as it is known. */
export interface PublishedFacts {
  /** As its makers write it: an SPDX expression where they follow the rule. */
  license?: string | undefined;
  /** What it takes once it is unpacked, itself alone. */
  unpackedBytes?: number | undefined;
}

export interface PackageWishes {
  /** Ranges or tags that were asked for, by package. */
  take: Readonly<Record<string, string>>;
  /** Versions that suit all that are attached together, by package. */
  agreed: ReadonlyMap<string, string>;
}

/** A declared package of which it is known what is installed. */
export interface PackageFact extends DeclaredPackage {
  /** What the installed package requires beside it; undefined where it is not known. */
  readonly peers?: Readonly<Record<string, string>> | undefined;
}

/** A workspace, as an ecosystem sees it. */
export interface WorkspacePackages {
  readonly folder: string;
  readonly name: string;
  readonly manifest: Manifest;
  readonly projects: readonly Project[];
  readonly packages: readonly PackageFact[];
  package(name: string): PackageFact | undefined;
  /** The same, or that of the host's root. */
  found(name: string): PackageFact | undefined;
}

/** A host, as an ecosystem sees it. */
export interface HostPackages {
  doors: Doors;
  host: {
    root: string;
    catalogs: Readonly<Record<string, Readonly<Record<string, string>>>>;
    settings: Readonly<Record<string, unknown>>;
  };
  facts: { root: string; manager: ManagerFacts; workspaces: readonly WorkspacePackages[] };
}

export interface Command {
  command: string;
  args: string[];
}

/** A run of a package manager: of which one it is, and the folder of the host that it is run in (`.` for the root). */
export interface ManagerRun extends Command {
  manager: ManagerName | 'composer';
  folder: string;
}

/** What a manager makes of changed manifests, found out before anything is written. */
export interface Settled {
  /** The lockfile as it will be, relative to the host's root; undefined where it stays as it is. */
  lockfile: { file: string; before: Uint8Array | undefined; after: Uint8Array | undefined; about: string } | undefined;
  /** What is to be known of it, in words. */
  words: string[];
}

/** How a program is started: a command, and what stands before the program's own arguments. */
export interface ProgramStart {
  command: string;
  lead: string[];
  /** Such programs keep caches in the folder for temporary files, by one name for all projects: each copy gets one of its own. */
  sharesCaches?: true;
}

/** Installed packages as a change finds them: what a failed one is put back by. */
export interface TreeState {
  /** The manager's own record of what is installed. */
  record: string;
  /** Folders of packages that are there, and those that the manager may make. */
  folders: string[];
  absent: string[];
  /** Links to programs that lead nowhere, and folders of a scope that have no package. */
  broken: string[];
}

/** A manifest that a change set changes. */
export interface ManifestChange {
  /** Relative to the host's root. */
  file: string;
  before: Uint8Array | undefined;
  after: Uint8Array | undefined;
}

/** A script that an edit puts into a manifest, and who runs it. */
export interface ManifestScript {
  name: string;
  command: string;
  by: 'manager' | 'people';
}

/** Where installed packages are linked from and to, for a scratch copy. */
export interface LinkTask {
  files: FileDoor;
  hostRoot: string;
  /** Absolute root of the copy. */
  root: string;
  /** Packages are no links but the same files once more. */
  packagesInside: boolean;
}

export type TypefaceKind = 'sans-serif' | 'serif' | 'monospace' | 'display' | 'handwriting';

/** A typeface as a package has it. */
export interface Typeface {
  chosen: ChosenPackage;
  /** All packages that can have it, this one among them. */
  names: string[];
  /** Its family, as the package's style sheets call it. */
  family: string;
  kind: TypefaceKind;
  /** The package's style sheets that load it, by the names that a bundler knows them by. */
  sheets: string[];
  /** The font file (WOFF 2) with the letters of English, upright. */
  font: Uint8Array;
}

/** What attaching takes beyond reading: choosing versions, editing manifests, installing, starting programs, putting back. */
export interface Work {
  /** Chooses packages for a workspace, or tells which facts clash. Throws what the package source throws. */
  choose(
    host: HostPackages,
    needs: Readonly<Record<string, PackageNeed>>,
    workspace: WorkspacePackages,
    wishes: PackageWishes,
  ): Promise<ChosenPackage[] | Clash>;
  /** Versions that suit all wants of one workspace at once, by package; undefined where there are none. */
  agree(
    host: HostPackages,
    workspace: WorkspacePackages,
    wants: readonly Want[],
  ): Promise<Map<string, string> | undefined>;
  /** A typeface by the name of its family; undefined where no package has it, left out where packages have none. */
  typeface?:
    | ((host: HostPackages, family: string, workspace: WorkspacePackages) => Promise<Typeface | Clash | undefined>)
    | undefined;
  /** The edits by which chosen packages get into the manifests. `others` are edits that stand already. */
  edits(
    host: HostPackages,
    packages: readonly ChosenPackage[],
    how: { move: boolean; others: readonly Edit[] },
  ): Edit[];
  /** The package that an edit puts into a manifest, or into what the manager keeps ranges in. */
  packageOf(edit: Edit): string | undefined;
  /** The packages that the text of a manifest declares; none where it cannot be read. */
  declaredIn(manifest: Uint8Array | undefined): Set<string>;
  scriptOf(edit: Edit): ManifestScript | undefined;
  /** Whether a file is one that the manager installs by. */
  installsBy(file: string): boolean;
  /** The files that the manager writes when it is run in a folder, relative to the host's root; its lockfile first. */
  writes(manager: ManagerFacts, folder: string): string[];
  /** The folder that the manager is run in for a manifest's: the root where it keeps all workspaces together. */
  runsIn(folder: string): string;
  /** The programs that an installed package brings, as seen from a folder of the host. */
  programsOf(reader: Reader, root: string, folder: string, name: string): string[];
  /** The namespaces that an installed package brings, each with what parts it from the names in it; left out where packages are imported by their names. */
  namespacesOf?(reader: Reader, root: string, folder: string, name: string): string[];
  /** What is known to be wrong with chosen versions, in words: the worst first. */
  advisories(host: HostPackages, chosen: readonly { name: string; version: string }[]): Promise<string[]>;
  /** What is published of chosen versions, each given once, by their marks; nothing is thrown where it cannot be had. */
  published(
    host: HostPackages,
    chosen: readonly Pick<ChosenPackage, 'name' | 'version' | 'workspace'>[],
  ): Promise<ReadonlyMap<string, PublishedFacts>>;
  /** Throws a Problem (status 3) where the host's manager cannot do its part. */
  check(host: HostPackages): Promise<void>;
  /** The manager's run that brings lockfile and installed packages of a folder up to date; undefined where it is left to people. */
  reconcile(manager: ManagerFacts, offline: boolean, folder: string): ManagerRun | undefined;
  /** Finds out what the manager makes of a manifest that changes, in a copy. Throws a Problem (status 3) where it cannot be had; left out where only the run tells. */
  settle?(host: HostPackages, manifest: ManifestChange): Promise<Settled>;
  /** The lockfile that `settle` finds for a manifest. */
  lockfileOf?(manifest: string): string;
  /** What a run is given besides its arguments: its environment. What it needs to be written lies in a folder (absolute) of the command's own. */
  prepare?(
    host: Pick<Doors, 'files' | 'environment'> & { root: string },
    run: Command & { folder: string },
    own: string,
  ): Record<string, string>;
  /** What is left to be done once a run has ended well. */
  finish?(
    host: Pick<Doors, 'files' | 'processes' | 'environment'> & { root: string },
    run: Command & { folder: string },
    own: string,
  ): Promise<void>;
  /** Whether a command is one that `reconcile` gives: nothing else that is written down somewhere is run for one. */
  isReconcile(command: Command & { folder: string }): boolean;
  /** What is said of a manager's run that failed. */
  failed(run: ManagerRun, result: ProcessResult): Problem;
  /** Whether a run that ended so has left nothing half done. */
  leavesTidy(run: ManagerRun, result: ProcessResult): boolean;
  /** What has to be known of install scripts that were not run, unless `before` (the lockfile as it was) knows of the packages. */
  blocked(run: ManagerRun, output: string, before: string): string | undefined;
  /** What a developer would type to get packages by hand. */
  byHand(manager: ManagerFacts, folder: string, needs: Readonly<Record<string, PackageNeed>>): string;
  /** What a developer would type to take packages out by hand. */
  takeOutByHand(manager: ManagerFacts, folder: string, names: readonly string[]): string;
  script(manager: ManagerFacts, name: string, args?: readonly string[]): Command;
  /** What a script itself has said, without what the manager adds. */
  ownWords(said: string): string;
  /** How to start a program that an installed package brings, as seen from a folder of the host; undefined where none does. */
  program(reader: Reader, root: string, folder: string, program: string): ProgramStart | undefined;
  tree: {
    /** The tree before a run in `folder`; `workspaces` are the folders of all. */
    state(files: FileDoor, root: string, run: { workspaces: readonly string[]; folder: string }): TreeState;
    /** Whether a path is one of a folder of packages. */
    isFolder(path: string): boolean;
    /** Whether packages may have changed since, by the manager's own record. */
    changed(files: FileDoor, root: string, state: TreeState): boolean;
    /** Removes links to programs that lead nowhere since. */
    tidy(files: FileDoor, root: string, state: TreeState, within: Within): void;
  };
  scratch: {
    /** Whether a folder (absolute) is of installed packages, which `link` brings into a copy. */
    isPackages(folder: string, files: Reader): boolean;
    /** Whether it is the manager's own, which stays where it is. */
    stays(folder: string): boolean;
    link(task: LinkTask, from: string, to: string): void;
    /** Brings what leads from sources to packages in order, once all is copied. */
    finish(task: LinkTask): void;
  };
  /** Made-up values for variables that the manager's settings name and do nothing without. */
  environment(reader: Reader, root: string): Record<string, string>;
}
