import type { ProofResult } from '../change/proof.ts';
import type { Bench } from './bench.ts';
import type { BuildProof } from './build-proof.ts';

/** How a proof is made: by itself, or by what a build shows, which several can share. */
export type Maker = { prove: (bench: Bench, signal: AbortSignal) => Promise<ProofResult> } | { byBuild: BuildProof };
