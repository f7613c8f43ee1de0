import type { Context } from '../context.ts';
import { Bench } from './bench.ts';
import { build, type Built, type BuildProof } from './build-proof.ts';
import type { ProofResult, ProofTask } from './proof.ts';

interface Party {
  task: ProofTask;
  proof: BuildProof | undefined;
}

type Benches = ReadonlyMap<ProofTask, { bench: Bench; proof: BuildProof }>;

/** One copy with what several proofs plant, built once. Each has values of its own, so that none takes another's for its own. */
export class SharedBuild {
  readonly #benches: Benches;
  readonly #built: Built;
  readonly #signal: AbortSignal;

  private constructor(benches: Benches, built: Built, signal: AbortSignal) {
    this.#benches = benches;
    this.#built = built;
    this.#signal = signal;
  }

  /** Undefined where the build fails: then nothing can be said of any of them. */
  static async make(
    context: Context,
    parties: readonly Party[],
    signal: AbortSignal,
  ): Promise<SharedBuild | undefined> {
    const benches = new Map<ProofTask, { bench: Bench; proof: BuildProof }>();
    let first: Bench | undefined;
    try {
      for (const { task, proof } of parties) {
        if (!proof) continue;
        first ??= await Bench.open(context, task, signal);
        const bench = first.also(task);
        benches.set(task, { bench, proof });
        await proof.plant(bench);
      }
      const built = first && (await build(first));
      if (built?.ran.status === 0) return new SharedBuild(benches, built, signal);
    } catch (error) {
      first?.remove();
      throw error;
    }
    first?.remove();
    return undefined;
  }

  /** What the build shows of one of the proofs; undefined of one that has no part in it. */
  async judge(task: ProofTask): Promise<ProofResult | undefined> {
    const party = this.#benches.get(task);
    return party?.proof.judge(party.bench, this.#built, this.#signal);
  }

  remove(): void {
    const [party] = this.#benches.values();
    party?.bench.remove();
  }
}
