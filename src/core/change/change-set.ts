import type { ChosenPackage, ManagerRun } from '../ecosystems/work.ts';
import type { Owner } from '../edits/edit.ts';
import type { ProofTask } from './proof.ts';

export interface FileChange {
  /** Relative to the host's root. */
  file: string;
  /** The bytes at planning time; undefined where there is no file. */
  before: Uint8Array | undefined;
  /** The bytes afterwards; undefined where the file goes. */
  after: Uint8Array | undefined;
  /**
   * `manifest`: the host's, by which its package manager installs; `record`: Ligament's own; `lockfile`: as it was, or as the package manager will have it, which then checks it; `private`: the host's, with
   * secrets in it.
   */
  role: 'host' | 'manifest' | 'record' | 'lockfile' | 'private';
  /** Of a private file: the keys whose values may be shown, since they come from a definition. */
  shown?: readonly string[] | undefined;
  /** Of a private file: who loads it puts variables in the place of `$NAME`. */
  expands?: boolean | undefined;
  /** What it comes to, in a few words, where its text says too much. */
  about?: string | undefined;
  /** A new one can be run. */
  executable?: boolean | undefined;
  /** Permission bits that it had before it went: it comes back with them. */
  mode?: number | undefined;
}

export interface CommandStep extends ManagerRun {
  /** What it is for, in a few words. */
  purpose: string;
}

/** A command of an integration: a program of an installed package, run in a workspace's folder. */
export interface CommandRun {
  integration: string;
  workspace: string;
  program: string;
  args: string[];
  purpose: string;
  /** What it writes, relative to the host's root. */
  writes: string[];
  /** The integration's record. */
  record: string;
  /** Its definition did not ship with Ligament. */
  foreign: boolean;
}

/** A migration of an integration, as the framework's own console runs it on the project's database. */
export interface MigrationRun extends Owner {
  /** Its file, relative to the host's root. */
  file: string;
  /** What its tables hold, in words. */
  holds: string;
  direction: 'up' | 'down';
  command: string;
  args: string[];
  /** It is to be run; else it is only told. */
  wanted: boolean;
  foreign: boolean;
}

/** The paths that an app answers before and after a change, as far as they are written down. */
export interface PlannedRoutes {
  workspace: string;
  come: string[];
  gone: string[];
  stay: string[];
}

/** A script of the project that comes with an integration: it runs in the project itself. */
export interface ScriptRun {
  integration: string;
  workspace: string;
  name: string;
  command: string;
  /** Who runs it: the package manager whenever it installs, git before each commit, or people when they ask for it. */
  by: 'manager' | 'git' | 'people';
  foreign: boolean;
}

/** What one integration contributes to a change set. */
export interface AttachedPart {
  integration: string;
  title: string;
  workspace: string;
  workspaceName: string;
  stack: string;
  /** The side of the workspace, where that has more than one. */
  side?: 'browser' | 'server' | 'tools' | undefined;
  way: string;
  /** Why this way: what spoke against the ones before it. */
  wayReason: string | undefined;
  packages: ChosenPackage[];
  /** What was there already, in words. */
  already: string[];
  /** Its choices: what was answered, and by whom. */
  choices?:
    { key: string; value: string; source: 'given' | 'inferred' | 'default'; why?: string | undefined }[] | undefined;
  /** How the settings of its formatter were found, in words. */
  settings?: string | undefined;
  /** What only rounds it off, by the name that leaves it out, and the files that it is in. */
  extras?: { name: string; files: string[] }[] | undefined;
  /** It was set up by hand: where, and what would round it off. */
  adopted?: Adopted | undefined;
}

export interface Adopted {
  places: { file: string; line?: number | undefined; what: string }[];
  /** In words, one each. */
  suggested: string[];
}

/** All that one command will do to a host. Made without writing anything; only `apply` carries it out. */
export interface ChangeSet {
  kind: 'attach' | 'detach' | 'undo';
  /** In words, for the history: "attach tailwindcss to web". */
  title: string;
  parts: AttachedPart[];
  files: FileChange[];
  /** Packages that leave a manifest, by name and workspace. */
  dropped: { name: string; workspace: string }[];
  /** The package managers' runs. */
  installs: CommandStep[];
  /** What frameworks keep of their last start and would go by still, relative to the host's root: it goes, and is made anew by itself. */
  stale?: string[] | undefined;
  /** Run after the installation. */
  commands?: CommandRun[] | undefined;
  scripts?: ScriptRun[] | undefined;
  /** What is attached runs them when all else has gone well; before anything goes they are rolled back. */
  migrations?: MigrationRun[] | undefined;
  routes?: PlannedRoutes[] | undefined;
  proofs: ProofTask[];
  tell: string[];
  /** Number of the change in the history that this one takes back. */
  undoes?: number;
  /** Secrets that are needed to make it: the files have tokens for them. */
  secrets?: SecretNeed[] | undefined;
  /** Places in the host's own sources that will miss what goes. */
  uses?: Use[] | undefined;
  /** What the app has made and what goes with an integration, relative to the host's root. It cannot be brought back. */
  data?: string[] | undefined;
  /** What was set up by hand and so stays: how it is taken out by hand. */
  staying?: StaysByHand[] | undefined;
  /** What the developer should know before agreeing. */
  warnings: string[];
}

/** Joins changes of the same files in a row: the first one's before, the last one's after; what ends as it was is left out. */
export function joinFiles(rows: readonly FileChange[]): FileChange[] {
  const joined = new Map<string, FileChange>();
  for (const change of rows) {
    const earlier = joined.get(change.file);
    const shown = [...(earlier?.shown ?? []), ...(change.shown ?? [])];
    joined.set(change.file, earlier ? { ...change, before: earlier.before, shown } : change);
  }
  return [...joined.values()]
    .filter(({ before, after }) => !sameBytes(before, after))
    .sort((a, b) => compare(a.file, b.file));
}

export function sameBytes(a: Uint8Array | undefined, b: Uint8Array | undefined): boolean {
  if (a === undefined || b === undefined) return a === b;
  return Buffer.compare(a, b) === 0;
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** An integration that was set up by hand: only its record goes. */
export interface StaysByHand {
  title: string;
  workspaceName: string;
  /** The places where it stands. */
  places: Adopted['places'];
  /** The command that takes its packages out. */
  command: string | undefined;
}

/** A place in a host's own sources that will miss what goes. */
export interface Use {
  integration: string;
  /** Relative to the host's root. */
  file: string;
  /** Counted from 1. */
  line: number;
  /** The line as it is written, without the blanks around it. */
  text: string;
}

/** A secret that a change needs before it can be made. The plan itself never knows its value. */
export interface SecretNeed {
  /** The choice by which it is asked for. */
  choice: string;
  ask: string;
  /** The variable, and the file that it goes into, relative to the host's root. */
  variable: string;
  file: string;
  /** Made at random where nobody gives it. */
  random: boolean;
}
