import type { EcosystemId } from '../ecosystems/marks.ts';
import type { Choice, KeptData, People, UsesSpec } from './parts.ts';
import type { ProofSpec } from './proof-kind.ts';
import type { WayAlone } from './way.ts';

/** One manner of attaching an integration, with what must be true afterwards. */
export interface Way extends WayAlone {
  proofs: ProofSpec[];
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
  /** `root`: it serves the whole host and is attached to its root, whichever workspace one stands in. */
  belongs?: 'workspace' | 'root' | undefined;
  choices?: Record<string, Choice> | undefined;
  /** The first that fits is taken. */
  ways: Way[];
  uses?: UsesSpec | undefined;
  data?: KeptData[] | undefined;
  people?: People | undefined;
  tell?: string[] | undefined;
}

export type { ProofSpec } from './proof-kind.ts';
