import type { Bench } from './bench.ts';
import { build, type Built, type BuildProof } from './build-proof.ts';
import type { ProofResult, ProofTask } from '../change/proof.ts';

/** A proof that has a part in a shared build. */
export interface Party {
  bench: Bench;
  proof: BuildProof;
}

/** One build of a copy with what several proofs plant. Each has values of its own, so that none takes another's for its own. */
export class SharedBuild {
  readonly #parties: ReadonlyMap<ProofTask, Party>;
  readonly #built: Built;
  readonly #signal: AbortSignal;

  private constructor(parties: ReadonlyMap<ProofTask, Party>, built: Built, signal: AbortSignal) {
    this.#parties = parties;
    this.#built = built;
    this.#signal = signal;
  }

  /** Builds once what all of them plant, and takes that out of the copy again. Undefined where the build fails: then nothing can be said. */
  static async make(parties: ReadonlyMap<ProofTask, Party>, signal: AbortSignal): Promise<SharedBuild | undefined> {
    const all = [...parties.values()];
    const [first] = all;
    if (!first) return undefined;
    try {
      for (const { bench, proof } of all) await proof.plant(bench);
      const built = await build(first.bench);
      return built.ran.status === 0 ? new SharedBuild(parties, built, signal) : undefined;
    } finally {
      for (const { bench } of all.reverse()) bench.restore();
    }
  }

  /** What the build shows of one of the proofs; undefined of one that has no part in it. */
  async judge(task: ProofTask): Promise<ProofResult | undefined> {
    const party = this.#parties.get(task);
    return party?.proof.judge(party.bench, this.#built, this.#signal);
  }
}
