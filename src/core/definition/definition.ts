import type { Condition } from './conditions.ts';
import type { EcosystemId } from '../ecosystems/marks.ts';
import type { Choice, GrowSpec, KeptData, People, UsesSpec } from './parts.ts';
import type { ProofSpec } from './proof-kind.ts';
import type { Signs } from './signs.ts';
import type { WayAlone, WayFile } from './way.ts';

/** One manner of attaching an integration, with what must be true afterwards. */
export interface Way extends WayAlone {
  proofs: ProofSpec[];
}

/** How a project looks that has been set up by hand, and what must be true of it. */
export interface SetUp {
  fits?: Condition | undefined;
  signs: Signs;
  /** Further signs, where a condition holds. */
  also?: (Signs & { when?: Condition | undefined })[] | undefined;
  /** Version ranges of packages that the manifest lacks; else those of the ways. */
  ranges?: Record<string, string> | undefined;
  proofs: ProofSpec[];
}

/** What comes by itself, on request: files that become sources of a host. */
export interface Piece {
  /** Other pieces that it uses. */
  needs: string[];
  files: WayFile[];
}

/** An integration as everything here works with it: what its ways have in common is in each of them, and every file has its text. */
export interface Definition {
  integration: string;
  title: string;
  kind: string;
  about: string;
  docs?: string | undefined;
  /** Whose packages it has: npm's where nothing is said. */
  ecosystem?: EcosystemId | undefined;
  /** The integration that does the same where a workspace has no packages of its ecosystem. */
  elsewhere?: string | undefined;
  /** `root`: it serves the whole host and is attached to its root, whichever workspace one stands in. */
  belongs?: 'workspace' | 'root' | undefined;
  choices?: Record<string, Choice> | undefined;
  /** Where all signs of one are there, the integration is adopted. */
  already?: SetUp[] | undefined;
  /** The first that fits is taken. */
  ways: Way[];
  uses?: UsesSpec | undefined;
  data?: KeptData[] | undefined;
  /** What parts that grow make use of, each where its condition holds. */
  grow?: (GrowSpec & { fits?: Condition | undefined })[] | undefined;
  /** What it can give a host piece by piece, by their names. */
  pieces?: Record<string, Piece> | undefined;
  people?: People | undefined;
  tell?: string[] | undefined;
}

export type { ProofSpec } from './proof-kind.ts';
