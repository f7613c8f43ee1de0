import { fillText } from '../../definition/fill.ts';
import type { Spec } from './spec.ts';
import type { Bench } from '../bench.ts';
import { missingEdits } from '../missing-edits.ts';
import type { ProofResult } from '../../change/proof.ts';

/** Proves that a program of the host's own ends well in a copy, and says what it should. */
export async function proveRun(bench: Bench): Promise<ProofResult> {
  const { context, task } = bench;
  const spec = task.spec as unknown as Spec;
  await bench.prepare();
  bench.plant(spec.plants ?? {});
  const [program = '', ...args] = spec.run.map((part) => fillText(part, bench.values));
  const ran = await bench.program(program, args);
  const wanted = fillText(spec.says, bench.values);
  const said = ran.output.includes(wanted);
  const ended = spec.fails ? ran.status !== undefined && ran.status !== 0 : ran.status === 0;
  if (ended && said) return bench.result(true, `${ran.shown}: ${spec.checks}`);
  const why =
    ended || (spec.fails && ran.status === 0)
      ? `${ran.shown} did not say "${wanted}"`
      : `${ran.shown} ended with ${ran.status ?? 'no status'} in a copy of the project`;
  return bench.result(false, ran.shown, [why, ...(await missingEdits(context, task))], ran.output);
}
