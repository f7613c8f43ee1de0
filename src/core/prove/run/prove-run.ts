import { fillEach, fillText } from '../../definition/fill.ts';
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
  const { shown, output, missed } = await attempt(bench, spec, bench.values);
  if (missed === undefined) return bench.result(true, `${shown}: ${spec.checks}`);
  const other = await whatHolds(bench, spec);
  return bench.result(false, shown, [missed, ...other, ...(await missingEdits(context, task))], output);
}

/** Runs the program with some values; `missed` says why that is not as it should be. */
async function attempt(
  bench: Bench,
  spec: Spec,
  values: Readonly<Record<string, string>>,
): Promise<{ shown: string; output: string; missed: string | undefined }> {
  const [program = '', ...args] = spec.run.map((part) => fillText(part, values));
  const { status, shown, output } = await bench.program(program, args, fillEach(spec.environment ?? {}, values));
  const ended = spec.fails ? status !== undefined && status !== 0 : status === 0;
  const wanted = spec.says === undefined ? '' : fillText(spec.says, values);
  if (ended && output.includes(wanted)) return { shown, output, missed: undefined };
  const isSilent = wanted !== '' && (ended || status === 0);
  const missed = isSilent
    ? `${shown} did not say "${wanted}"`
    : `${shown} ended with ${status ?? 'no status'} in a copy of the project`;
  return { shown, output, missed };
}

/** The first other answer to a choice with which it holds, in words. */
async function whatHolds(bench: Bench, spec: Spec): Promise<string[]> {
  const { integration } = bench.task;
  for (const [choice, answers] of Object.entries(spec.instead ?? {})) {
    const others = answers.slice(answers.indexOf(bench.values[choice] ?? '') + 1);
    for (const answer of others) {
      const { missed } = await attempt(bench, spec, { ...bench.values, [choice]: answer });
      if (missed === undefined)
        return [`It holds with ${choice} ${answer}: --choose ${integration}.${choice}=${answer}.`];
    }
  }
  return [];
}
