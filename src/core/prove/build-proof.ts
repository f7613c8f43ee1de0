import type { Bench, Ran } from './bench.ts';
import type { ProofResult } from '../change/proof.ts';
import { sheetsBelow } from './scratch.ts';

/** What a build in a copy has done. */
export interface Built {
  ran: Ran;
  /** The style sheets that it has emitted: absolute paths. */
  sheets: string[];
}

/** A proof that looks at what the host's own build makes of a copy in which something was planted. */
export interface BuildProof {
  plant(bench: Bench): Promise<void>;
  judge(bench: Bench, built: Built, signal: AbortSignal): Promise<ProofResult>;
}

/** Makes one such proof by itself: what it plants is built alone. */
export async function proveByBuild(proof: BuildProof, bench: Bench, signal: AbortSignal): Promise<ProofResult> {
  await proof.plant(bench);
  const built = await build(bench);
  if (built.ran.status === 0) return proof.judge(bench, built, signal);
  const why = `${built.ran.shown} ended with ${built.ran.status ?? 'no status'} in a copy of the project`;
  return bench.result(false, 'the build', [why], built.ran.output);
}

/** Builds a copy. */
export async function build(bench: Bench): Promise<Built> {
  const ran = await bench.build();
  const { sheets: before } = bench.scratch;
  const sheets = sheetsBelow(bench.context.doors.files, bench.root);
  return { ran, sheets: [...sheets].filter(([file, text]) => before.get(file) !== text).map(([file]) => file) };
}
