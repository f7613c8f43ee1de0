import type { Context } from '../context.ts';
import { bareStack, bareStyle } from './bare.ts';
import type { Definition, Way } from '../definition/schema.ts';
import { EXIT, Problem } from '../problem.ts';
import { choosePackages, type ChosenPackage } from '../resolve/packages.ts';
import type { StackFacts } from '../stacks/stacks.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import type { Circumstances } from './conditions.ts';
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

/** What the conditions of a definition are looked up in. */
export function circumstances(
  context: Context,
  { facts, stack, choices }: Pick<WayTask, 'facts' | 'stack' | 'choices'>,
): Circumstances {
  const { bare, host } = context;
  return { workspace: facts, style: bareStyle(context, facts), stack, choices, reader: bare, root: host.root };
}

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
    const packages = await choosePackages(context, way, facts, { take, agreed });
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
    const stack = await bareStack(context, facts.folder);
    const at = circumstances(context, { facts, stack, choices });
    if (judgeWays(definition, at).some(({ verdict }) => verdict === 'fits')) fitting.push(facts.name);
  }
  return fitting;
}
