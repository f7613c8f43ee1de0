import { linesThatMatter } from '../apply/install-failed.ts';
import type { Context } from '../context.ts';
import { fillText } from '../definition/fill.ts';
import type { ProofOf } from '../definition/proof-spec.ts';
import { Bench } from './bench.ts';
import { missingEdits } from './missing-edits.ts';
import type { ProofResult, ProofTask } from './proof.ts';

/** Proves that a program of the host's own ends well in a copy, and says what it should. */
export function proveRun(context: Context, task: ProofTask, signal: AbortSignal): Promise<ProofResult> {
  const spec = task.spec as ProofOf<'run'>;
  return Bench.with(context, task, signal, async (bench) => {
    await bench.prepare();
    bench.plant(spec.plants ?? {});
    const [program = '', ...args] = spec.run.map((part) => fillText(part, bench.values));
    const ran = await bench.program(program, args);
    const wanted = fillText(spec.says, bench.values);
    const said = ran.output.includes(wanted);
    if (ran.status === 0 && said) return bench.result(true, `${ran.shown}: ${spec.checks}`);
    const why =
      ran.status === 0
        ? `${ran.shown} did not say "${wanted}"`
        : `${ran.shown} ended with ${ran.status ?? 'no status'} in a copy of the project`;
    return bench.result(false, ran.shown, [why, ...(await missingEdits(context, task))], linesThatMatter(ran.output));
  });
}
