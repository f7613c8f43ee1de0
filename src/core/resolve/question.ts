import type { Machine, Packument, PackageVersion } from '../ports.ts';

/** A package that is wanted, and in which range (or under which dist-tag). */
export interface Want {
  name: string;
  /** A semver range, or the name of a dist-tag. */
  range: string;
  /** Who wants it so, in words: "this way", "--take". */
  by: string;
}

/** A package that the host has. */
export interface Present {
  name: string;
  /** Installed or locked; undefined where only a range is declared: then it is what that range brings. */
  version: string | undefined;
  range: string;
  /** Who has it, in words: the workspace's name. */
  holder: string;
  /** What it wants beside it; undefined where only the registry can tell. */
  peers: Readonly<Record<string, string>> | undefined;
}

/** What a package may be made for (package.json, "os", "cpu" and "libc" as npm reads them). */
export type Platform = Omit<Machine, 'node' | 'user'>;

/** A range that the host's manifest puts in the place of others' own. */
export interface Override {
  /** The package whose range is replaced. */
  name: string;
  /** Only ranges that this one covers; undefined for all. */
  of: string | undefined;
  /** Only where one of these packages asks for it, with the range of its versions; undefined for everywhere. */
  under: { name: string; range: string | undefined } | undefined;
  /** What stands in the place; undefined: it is not asked for at all. */
  range: string | undefined;
  /** Of peers only: the range is good as well, and what was asked for stays good. */
  widens?: true;
}

/** A version that is taken before newer ones: what another workspace has, or what suits others that come as well. */
export interface Preference {
  version: string;
  /** How it is written there; undefined where it is written nowhere yet. */
  range: string | undefined;
  /** Why, as "the version that web has". */
  words: string;
}

/** What is fixed, and what is sought. Facts that clash are found by leaving them out one at a time. */
export interface Question {
  wants: readonly Want[];
  present: ReadonlyMap<string, Present>;
  /** The Node.js that runs here; undefined: any. */
  node: string | undefined;
  /** The Node.js versions that the host says it runs on. */
  engines: { range: string; file: string } | undefined;
  platform: Platform | undefined;
  overrides: readonly Override[];
  /** Versions to take first where they fit. */
  preferred: ReadonlyMap<string, Preference>;
}

/** A package document; `none` where the registry has no such package, `unknown` where it was not asked yet. */
export type Lookup = (name: string) => Packument | 'none' | 'unknown';

export interface Candidate {
  version: string;
  meta: PackageVersion;
}

/** Why a version is not taken. */
export interface Objection {
  /** Goes behind "newest that": "accepts vite 4.5.14". */
  lacking: string;
  /** Goes behind the version: "wants vite ^5". */
  words: string;
  /** Other packages in the making that it speaks of. */
  with: string[];
  /** The fact of the question that it speaks of, as `node` or `present vite`. */
  asks?: string | undefined;
}

export interface Chosen extends Candidate {
  name: string;
  /** The package that brings it along as a peer, with the range that it wants; undefined for a wanted one. */
  broughtBy: { name: string; range: string } | undefined;
}

export interface Solution {
  chosen: Map<string, Chosen>;
  /** What was tried before and why not, by package, in the order of trying. */
  refused: Map<string, Map<string, Objection>>;
  /** Packages that the registry should be asked about before this is an answer. */
  missing: Set<string>;
  /** Of these the ones without which there is none: they were to be chosen. */
  unknown: Set<string>;
  /** How many versions were tried. */
  steps: number;
}

/** No answer: `refused` tells what spoke against each version. */
export interface NoSolution {
  clash: true;
  /** Set where a package has no version at all to try. */
  empty: Map<string, string>;
  refused: Solution['refused'];
  missing: Set<string>;
  unknown: Set<string>;
  /** How many versions were tried. */
  steps: number;
  /** The search was not brought to its end: there may be an answer. */
  gaveUp: boolean;
}
