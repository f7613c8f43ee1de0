/** A package that is wanted, and in which range (or under which tag). */
export interface Want {
  name: string;
  /** A range of the ecosystem's, or the name of a tag. */
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
  /** What it requires beside it; undefined where only the package source can tell. */
  peers: Readonly<Record<string, string>> | undefined;
}

/** A version that is taken before newer ones: what another workspace has, or what suits others that come as well. */
export interface Preference {
  version: string;
  /** How it is written there; undefined where it is written nowhere yet. */
  range: string | undefined;
  /** Why, as "the version that web has". */
  words: string;
}

/** What is fixed, and what is sought. Each ecosystem adds its own facts; those that clash are found by leaving them out one at a time. */
export interface Question {
  wants: readonly Want[];
  present: ReadonlyMap<string, Present>;
  /** Versions to take first where they fit. */
  preferred: Pick<ReadonlyMap<string, Preference>, 'get'>;
}

/**
 * What a package source tells of a package, in the ecosystem's own form; `none` where it has no such package, `unknown` where it was not
 * asked yet.
 */
export type Lookup<Document> = (name: string) => Document | 'none' | 'unknown';

export interface Candidate<Meta> {
  version: string;
  /** What is told of the version, in the ecosystem's own form. */
  meta: Meta;
}

/** Why a version is not taken. */
export interface Objection {
  /** Goes behind "newest that": "accepts vite 4.5.14". */
  lacking: string;
  /** Goes behind the version: "requires vite ^5". */
  words: string;
  /** Other packages in the making that it speaks of. */
  with: string[];
  /** The fact of the question that it speaks of, as `present vite`. */
  asks?: string | undefined;
}

export interface Chosen<Meta> extends Candidate<Meta> {
  name: string;
  /** The package that brings it along, with the range that it requires; undefined for a wanted one. */
  broughtBy: { name: string; range: string } | undefined;
}

export interface Solution<Meta> {
  chosen: Map<string, Chosen<Meta>>;
  /** What was tried before and why not, by package, in the order of trying. */
  refused: Map<string, Map<string, Objection>>;
  /** Packages that the source should be asked about before this is an answer. */
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
  refused: Map<string, Map<string, Objection>>;
  missing: Set<string>;
  unknown: Set<string>;
  /** How many versions were tried. */
  steps: number;
  /** The search was not brought to its end: there may be an answer. */
  gaveUp: boolean;
}
