import { workOf } from '../../ecosystems/works.ts';
import { type ChosenPackage } from '../../ecosystems/work.ts';
import { circumstances } from '../../facts/circumstances.ts';
import type { Context } from '../../host/context.ts';
import { bareSides } from '../../facts/bare.ts';
import type { Definition, Way } from '../../definition/definition.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { StackFacts } from '../../stacks/sides.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import { refuseWithHandwork } from './handwork.ts';
import { explain, judgeWays } from './judge-ways.ts';

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

// So many workspaces are named as those that an integration fits; to look at thousands would take long.
const MOST_LOOKED_AT = 50;

/** Takes the first way that fits and whose packages hold together. Throws a Problem (status 3) where there is none. */
export async function takeWay(context: Context, task: WayTask): Promise<TakenWay> {
  const { definition, facts, stack, choices, wanted, take, agreed } = task;
  const reasons: string[] = [];
  let remedies: string[] | undefined;
  for (const judgement of judgeWays(definition, circumstances(context, task))) {
    const { way } = judgement;
    if (wanted !== undefined && way.way !== wanted) continue;
    if (judgement.verdict === 'blocked') {
      throw await refuseWithHandwork(context, { definition, way, facts, stack, choices, place: judgement.joints[0] });
    }
    if (judgement.verdict === 'unfit') {
      if (way.quiet && wanted === undefined) continue;
      const all = explain(judgement).split('; ');
      reasons.push(...all.map((reason) => `not ${way.title}: ${reason}`));
      continue;
    }
    const packages = await workOf(facts).choose(context, way.packages, facts, { take, agreed });
    if (!('clash' in packages)) return { way, packages, reasons };
    reasons.push(`not ${way.title}: ${packages.clash.join('; ')}`);
    remedies = [...(remedies ?? []), ...packages.remedies];
  }
  throw await doesNotFit(context, task, reasons, remedies);
}

async function doesNotFit(
  context: Context,
  { definition, facts, stack, choices }: WayTask,
  reasons: readonly string[],
  remedies: readonly string[] | undefined,
): Promise<Problem> {
  // Where only the versions clash another workspace is no answer.
  const fitting = remedies ? [] : await fittingWorkspaces(context, definition, facts.folder, choices);
  const next = [...new Set(remedies)].map((remedy) => `To resolve it: ${remedy}.`);
  if (fitting.length > 0) next.push(`It fits ${fitting.join(' and ')}: name it with --workspace.`);
  if (next.length === 0) next.push('ligament browse tells what fits here.');
  return new Problem({
    status: EXIT.refused,
    what: `${definition.title} does not fit ${facts.name} (${stack.title})`,
    why: reasons.map((reason) => reason.replaceAll('; ', '\n  ')).join('\n'),
    next: [...next, 'Nothing was changed.'].join('\n'),
  });
}

async function fittingWorkspaces(
  context: Context,
  definition: Definition,
  except: string,
  choices: Record<string, string>,
): Promise<string[]> {
  const fitting: string[] = [];
  for (const facts of context.facts.workspaces.slice(0, MOST_LOOKED_AT)) {
    if (facts.folder === except) continue;
    const sides = await bareSides(context, facts.folder);
    const fits = sides.some((stack) =>
      judgeWays(definition, circumstances(context, { stack, choices })).some(({ verdict }) => verdict === 'fits'),
    );
    if (fits) fitting.push(facts.name);
  }
  return fitting;
}
