import type { Context } from '../../host/context.ts';
import type { Definition } from '../../definition/definition.ts';
import { bareSides } from '../../facts/bare.ts';
import { circumstances } from '../../facts/circumstances.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { StackFacts } from '../../stacks/sides.ts';
import { ownImports } from '../../uses/own-imports.ts';
import path from 'node:path';
import { recognise } from '../../facts/recognise.ts';
import { judgeWays, type Judgement } from './judge-ways.ts';

/** Sides that an integration fits, where that is more than one: somebody has to choose. */
export interface SideQuestion {
  /** The sides that it fits, each with its stack's title. */
  sides: { side: 'browser' | 'server'; title: string }[];
  /** What is most likely meant, and why; undefined where nothing tells. */
  inferred: { side: 'browser' | 'server'; why: string } | undefined;
}

interface Task {
  definition: Definition;
  /** The workspace's folder. */
  workspace: string;
  /** What was chosen, by key; `way` chooses the way. */
  choices: Readonly<Record<string, string>>;
  side?: StackFacts['side'];
}

export interface ChosenSide {
  stack: StackFacts;
  /** Where another side fits as well: why this one was taken. */
  why?: string | undefined;
}

interface Candidate {
  stack: StackFacts;
  judgements: Judgement[];
}

/**
 * The side of a workspace that an integration goes to: the one that was asked for, or that has its joints. Throws a Problem: status 2 for
 * a side that the workspace does not have, 3 where two sides fit and nothing tells which is meant.
 */
export async function chooseSide(context: Context, task: Task): Promise<ChosenSide> {
  const sides = await bareSides(context, task.workspace);
  const [first] = sides;
  if (!first) throw new Error(`no stack has ${task.workspace}`);
  if (task.side !== undefined) return { stack: sideNamed(sides, task) };
  const found = decide(context, sides, task);
  if (!('sides' in found)) return { stack: found };
  const stack = found.inferred && sides.find(({ side }) => side === found.inferred?.side);
  if (stack) return { stack, why: found.inferred?.why };
  throw new Problem({
    status: EXIT.refused,
    what: `${task.definition.title} fits two sides of ${first.workspace.name}, and nothing tells which is meant`,
    why: found.sides.map(({ side, title }) => `${side}: ${title}`).join('\n'),
    next: `Nothing was changed. Choose one: ${found.sides.map(({ side }) => `--side ${side}`).join(' or ')}.`,
  });
}

/** The side by which an integration is told of where nothing is decided yet: as `chooseSide`, and the first that fits where nothing tells. */
export async function likelySide(context: Context, task: Task): Promise<StackFacts> {
  const sides = await bareSides(context, task.workspace);
  const found = decide(context, sides, task);
  if (!('sides' in found)) return found;
  const wanted = found.inferred?.side ?? found.sides[0]?.side;
  const stack = sides.find(({ side }) => side === wanted) ?? sides[0];
  if (!stack) throw new Error(`no stack has ${task.workspace}`);
  return stack;
}

/** The choice between two sides that both fit; undefined where there is none to make. */
export async function sideQuestion(context: Context, task: Task): Promise<SideQuestion | undefined> {
  if (task.side !== undefined) return undefined;
  const found = decide(context, await bareSides(context, task.workspace), task);
  return 'sides' in found ? found : undefined;
}

function sideNamed(sides: readonly StackFacts[], { side }: Task): StackFacts {
  const [first, ...others] = sides;
  const isOnly = (one: StackFacts): boolean =>
    others.length === 0 && (one.builds === side || one.traits.runtime === 'both');
  const found = sides.find((one) => one.side === side || isOnly(one));
  if (found) return found;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: `${first?.workspace.name ?? 'The workspace'} has no side "${side ?? ''}"`,
    why: `it is built as ${sides.map((one) => `${one.side ?? one.builds ?? 'one side'} (${one.title})`).join(' and ')}`,
    next: 'Leave --side out, or name a side that it has. Nothing was changed.',
  });
}

function decide(context: Context, sides: readonly StackFacts[], task: Task): StackFacts | SideQuestion {
  const [first, ...others] = sides;
  if (!first) throw new Error('a workspace has at least one side');
  const tools = sides.find(({ side }) => side === 'tools');
  if (others.length === 0 || !tools) return first;
  const own = sides.filter((one) => one !== tools).map((stack) => judged(context, stack, task));
  const fitting = own.filter(({ judgements }) => judgements.some(fits));
  const setUp = fitting.length === 0 ? own.find((one) => isSetUp(context, one.stack, task)) : undefined;
  if (setUp) return setUp.stack;
  const needsSide = fitting.filter(({ judgements }) => !isForTools(judgements.find(fits), task.definition, tools));
  if (needsSide.length === 0) {
    if (judged(context, tools, task).judgements.some(fits)) return tools;
    const blocked = own.find(({ judgements }) => judgements.some(({ verdict }) => verdict === 'blocked'));
    return (fitting[0] ?? blocked ?? own[0])?.stack ?? first;
  }
  const [only, second] = needsSide;
  if (only && !second) return only.stack;
  return question(context, needsSide, task);
}

function judged(context: Context, stack: StackFacts, { definition, choices }: Task): Candidate {
  const { way, ...rest } = choices;
  const all = judgeWays(definition, circumstances(context, { stack, choices: rest }));
  return { stack, judgements: way === undefined ? all : all.filter((one) => one.way.way === way) };
}

function fits({ verdict }: Judgement): boolean {
  return verdict === 'fits';
}

/** Whether all that a way is tied to belongs to the whole workspace. */
function isForTools(judgement: Judgement | undefined, { ways }: Definition, { joints }: StackFacts): boolean {
  const settled = judgement?.way.ties ?? [];
  // Where nothing is left to be tied, what the way could tie tells.
  const ties = settled.length > 0 ? settled : (ways.find(({ way }) => way === judgement?.way.way)?.ties ?? []);
  return ties.length > 0 && ties.every(({ at }) => joints.some(({ name }) => name === at));
}

function question(context: Context, candidates: readonly Candidate[], task: Task): SideQuestion {
  const sides = candidates.flatMap(({ stack: { side, title } }) =>
    side === 'browser' || side === 'server' ? [{ side, title }] : [],
  );
  const used = candidates.filter(
    ({ stack, judgements }) => isSetUp(context, stack, task) || usesPackages(context, stack, judgements.find(fits)),
  );
  const [user, other] = used;
  if (user && !other && isSide(user.stack.side))
    return { sides, inferred: { side: user.stack.side, why: 'its sources import the packages already' } };
  const places = candidates.map(({ judgements }) => judgements.findIndex(fits));
  const best = Math.min(...places);
  const [leader, rival] = candidates.filter((_, index) => places[index] === best);
  if (leader && !rival && isSide(leader.stack.side))
    return {
      sides,
      inferred: { side: leader.stack.side, why: `${task.definition.title} goes there by its first way` },
    };
  return { sides, inferred: undefined };
}

function isSetUp(context: Context, stack: StackFacts, { definition, choices }: Task): boolean {
  return recognise(definition, circumstances(context, { stack, choices })) !== undefined;
}

function isSide(side: StackFacts['side']): side is 'browser' | 'server' {
  return side === 'browser' || side === 'server';
}

function usesPackages({ bare, host }: Context, stack: StackFacts, judgement: Judgement | undefined): boolean {
  const top = path.join(host.root, stack.workspace.folder);
  const names = Object.keys(judgement?.way.packages ?? {});
  return names.some((name) => ownImports(bare, top, name, stack.notOwn).size > 0);
}
