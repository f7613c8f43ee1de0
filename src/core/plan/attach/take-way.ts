import { workOf } from '../../ecosystems/works.ts';
import { type ChosenPackage } from '../../ecosystems/work.ts';
import path from 'node:path';
import { circumstances, type Circumstances } from '../../facts/circumstances.ts';
import { valuesFor } from '../../facts/settle.ts';
import type { JointName } from '../../definition/joints.ts';
import { editText } from '../../formats/formats.ts';
import { readText } from '../../text/utf8.ts';
import { tieEdits } from './way-edits.ts';
import type { Context } from '../../host/context.ts';
import type { Definition, Way } from '../../definition/definition.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { StackFacts } from '../../stacks/sides.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import { fittingWorkspaces } from './fitting-workspaces.ts';
import { refuseWithHandwork } from './handwork.ts';
import { explain, judgeWays, type Judgement } from './judge-ways.ts';

export interface WayTask {
  definition: Definition;
  facts: WorkspaceFacts;
  stack: StackFacts;
  choices: Record<string, string>;
  /** The way that was asked for by name. */
  wanted: string | undefined;
  take: Readonly<Record<string, string>>;
  agreed: ReadonlyMap<string, string>;
}

export interface TakenWay {
  way: Way;
  packages: ChosenPackage[];
  /** Why none of those before it. */
  reasons: string[];
}

/** Takes the first way that fits and whose packages hold together. Throws a Problem (status 3) where there is none. */
export async function takeWay(context: Context, task: WayTask): Promise<TakenWay> {
  const { definition, facts, stack, choices, wanted, take, agreed } = task;
  const reasons: string[] = [];
  // Nobody expects a way for what the workspace is not built with: told only where no other fits.
  const elsewhere: string[][] = [];
  let remedies: string[] | undefined;
  const at = circumstances(context, task);
  for (const judgement of await wiredFirst(context, judgeWays(definition, at), at)) {
    const { way } = judgement;
    if (wanted !== undefined && way.way !== wanted) continue;
    if (judgement.verdict === 'blocked') {
      throw await refuseWithHandwork(context, { definition, way, facts, stack, choices, place: judgement.joints[0] });
    }
    if (judgement.verdict === 'unfit') {
      if (way.quiet && wanted === undefined) continue;
      const all = explain(judgement).split('; ');
      const told = all.map((reason) => `not ${way.title}: ${reason}`);
      if (judgement.isElsewhere && wanted === undefined) elsewhere.push(told);
      else reasons.push(...told);
      continue;
    }
    const packages = await workOf(facts).choose(context, way.packages, facts, { take, agreed });
    if (!('clash' in packages)) return { way, packages, reasons };
    reasons.push(`not ${way.title}: ${packages.clash.join('; ')}`);
    remedies = [...(remedies ?? []), ...packages.remedies];
  }
  throw await doesNotFit(context, task, { reasons, elsewhere, remedies });
}

// Where a tool is wired into what builds the project.
const WIRING: readonly JointName[] = ['bundler.plugins', 'postcss.plugins', 'framework.modules'];

/** A way by which the project is wired already goes before all others: no second one comes beside it. */
async function wiredFirst(
  context: Context,
  judgements: readonly Judgement[],
  at: Circumstances,
): Promise<readonly Judgement[]> {
  const fitting = judgements.filter(({ verdict }) => verdict === 'fits');
  if (fitting.length < 2) return judgements;
  for (const one of fitting) {
    if (!(await isWired(context, one.way, at))) continue;
    return [one, ...judgements.filter((other) => other !== one)];
  }
  return judgements;
}

async function isWired({ bare, host }: Context, { ties }: Way, at: Circumstances): Promise<boolean> {
  const wiring = ties.filter((tie) => WIRING.includes(tie.at));
  for (const edit of tieEdits(wiring, { stack: at.stack, values: valuesFor(at) })) {
    const text = readText(bare, path.join(host.root, edit.file));
    if (text === undefined) continue;
    if ((await editText(text, edit, { file: edit.file, style: at.style })).kind === 'already') return true;
  }
  return false;
}

const MOST_WAYS = 2;

interface WhyNot {
  /** Of ways that somebody could have expected. */
  reasons: readonly string[];
  /** Of ways for what the workspace is not built with. */
  elsewhere: readonly (readonly string[])[];
  remedies: readonly string[] | undefined;
}

async function doesNotFit(
  context: Context,
  { definition, facts, stack, choices }: WayTask,
  { reasons, elsewhere, remedies }: WhyNot,
): Promise<Problem> {
  // Where only the versions clash another workspace is no answer.
  const others = remedies ? [] : await fittingWorkspaces(context, definition, facts.folder, choices);
  const fitting = others.map(({ name }) => name);
  const next = [...new Set(remedies)].map((remedy) => `To resolve it: ${remedy}.`);
  if (fitting.length > 0) next.push(`It fits ${fitting.join(' and ')}: name it with --workspace.`);
  if (next.length === 0) next.push('ligament browse tells what fits here.');
  // Where it belongs elsewhere anyway a reason for each of the first ways is enough.
  const isEnough = fitting.length > 0 && reasons.length === 0;
  const told = isEnough
    ? elsewhere.slice(0, MOST_WAYS).map(([first = '']) => first)
    : [...reasons, ...elsewhere.flat()];
  const left = isEnough ? elsewhere.length - MOST_WAYS : 0;
  if (left > 0) told.push(`nor by ${left} more: ligament browse ${definition.integration} tells why`);
  return new Problem({
    status: EXIT.refused,
    what: `${definition.title} does not fit ${facts.name} (${stack.title})`,
    why: told.map((reason) => reason.replaceAll('; ', '\n  ')).join('\n'),
    next: [...next, 'Nothing was changed.'].join('\n'),
  });
}
