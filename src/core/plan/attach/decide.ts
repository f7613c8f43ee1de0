import type { ChosenPackage } from '../../ecosystems/work.ts';
import type { Definition } from '../../definition/definition.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import { workOf } from '../../ecosystems/works.ts';
import { circumstances, type Circumstances } from '../../facts/circumstances.ts';
import type { Context } from '../../host/context.ts';
import type { MadeEdit } from '../../edits/edit.ts';
import { bareSides, bareStyle } from '../../facts/bare.ts';
import { type Decided } from './decided.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { AttachRequest, AttachWishes } from './attach-request.ts';
import { entityNames } from './among-entities.ts';
import { answersFor } from './answers-for.ts';
import { checkAnswered, valuesOf, type Answer, type Inferred } from './choices.ts';
import { adoptedWay, findAdoption, neededPackages, secondWay, type Adoption } from './adopt.ts';
import { refuseWithHandwork } from './handwork.ts';
import { ownerOf } from '../../edits/replay.ts';
import { extrasMade, type Extra, withoutExtras } from './extras.ts';
import { formatterSettings } from './formatter-settings.ts';
import { findShadowing } from './shadowing.ts';
import { valuesFor } from '../../facts/settle.ts';
import { measureChoices } from './measure-choices.ts';
import { takeWay, type TakenWay, type WayTask } from './take-way.ts';
import { refuseSecretValues } from './public-values.ts';
import { wayEdits } from './way-edits.ts';

type Wishes = AttachWishes & { agreed: ReadonlyMap<string, string> };

/** Decides everything about one integration on one workspace. Throws a Problem: status 2 for a choice that is not one, 3 where it does not fit. */
export async function decide(context: Context, request: AttachRequest, wishes: Wishes): Promise<Decided> {
  const { definition, workspace: folder } = request;
  const facts = context.facts.workspaces.find((one) => one.folder === folder);
  if (!facts) throw new Error(`no workspace ${folder}`);
  // Before anything is said of ways: what is only read so far is refused in one sentence.
  workOf(facts, definition.ecosystem);
  await refuseUnknown(context, facts);
  const answered = await answersFor(context, request);
  const { wantedWay, stack, sideWhy } = answered;
  const asked = circumstances(context, { stack, choices: valuesOf(answered.answers) });
  const adoption = await findAdoption(context, definition, asked);
  const given = { request, facts, stack, sideWhy };
  if (adoption && wantedWay === undefined) {
    const { answers } = answered;
    return adopt(context, { ...given, answers }, adoption, wishes);
  }
  checkAnswered(definition, answered.answers, entityNames(definition, stack));
  if (adoption) throw secondWay(definition, facts, adoption);
  const task = { definition, facts, stack, wanted: wantedWay, ...wishes };
  const settled = await takeMeasured(context, request, task, { answers: answered.answers, at: asked });
  const { whole, answers, choices, at } = settled;
  const taken = { ...whole, way: withoutExtras(whole.way, request.without ?? []) };
  const found = await formatterSettings(context, taken.way, taken.packages, at);
  const values = { ...valuesFor(at), ...(found ? { 'style.settings': found.json } : {}) };
  refuseSecretValues(taken.way.ties, values);
  const place = { workspace: stack.workspace, stack, style: bareStyle(context, facts), values };
  const edits = [
    ...workOf(facts).edits(context, taken.packages, {
      move: wishes.movePackages,
      others: context.ledgers.flatMap((one) => one.edits),
    }),
    ...wayEdits(taken.way, place),
  ];
  const shadowing = findShadowing(context.bare, context.host.root, edits);
  const owner = ownerOf({ integration: definition.integration, workspace: folder });
  if (shadowing)
    throw await refuseWithHandwork(context, {
      definition,
      ...taken,
      facts,
      stack,
      choices,
      place: { owner, ...shadowing },
    });
  const raw = definition.ways.find((one) => one.way === taken.way.way) ?? taken.way;
  const extras = (made: readonly MadeEdit[]): Extra[] => extrasMade(taken.way, (part) => wayEdits(part, place), made);
  return { ...given, choices, ...taken, raw, edits, extras, answers, settings: found?.words };
}

/** What is set up by hand already: its packages that are missing come, and what rounds it off where that is asked for. */
async function adopt(
  context: Context,
  given: Pick<Decided, 'request' | 'facts' | 'stack' | 'sideWhy' | 'answers'>,
  adoption: Adoption,
  wishes: Wishes,
): Promise<Decided> {
  const { request, facts, answers } = given;
  const way = adoptedWay(adoption);
  const packages = await takePackages(context, request.definition, facts, adoption, wishes);
  const edits = [
    ...workOf(facts).edits(context, packages, { move: false, others: context.ledgers.flatMap((one) => one.edits) }),
    ...(wishes.complete ? adoption.rest : []),
  ];
  return { ...given, choices: valuesOf(answers), way, raw: way, packages, reasons: [], edits, adoption };
}

interface Settled {
  answers: Answer[];
  at: Circumstances;
}

/** The way that is taken, once what can be measured with its packages is answered. What did not ship has nothing run unasked. */
async function takeMeasured(
  context: Context,
  { definition, foreign = false }: AttachRequest,
  task: Omit<WayTask, 'choices'>,
  { answers, at }: Settled,
): Promise<Settled & { whole: TakenWay; choices: Record<string, string> }> {
  const choices = valuesOf(answers);
  const whole = await takeWay(context, { ...task, choices });
  const measured = foreign
    ? new Map<string, never>()
    : await measureChoices(context, definition, at, { answers, packages: whole.packages });
  const better = answers.map((one) => measuredAnswer(one, measured));
  const own = valuesOf(better);
  // Conditions may ask for what has changed.
  const isSame = answers.every(({ key, value }) => own[key] === value);
  if (isSame) return { answers: better, choices, at, whole };
  return {
    answers: better,
    choices: own,
    at: circumstances(context, { stack: task.stack, choices: own }),
    whole: await takeWay(context, { ...task, choices: own }),
  };
}

function measuredAnswer(answer: Answer, measured: Inferred): Answer {
  const found = measured.get(answer.key);
  return found ? { key: answer.key, source: 'inferred', ...found } : answer;
}

/** Throws a Problem (status 3) for a workspace that is built with something that nothing is attached to. */
async function refuseUnknown(context: Context, { folder, name }: WorkspaceFacts): Promise<void> {
  const [stack] = await bareSides(context, folder);
  if (stack?.refuses === undefined) return;
  throw new Problem({
    status: EXIT.refused,
    what: `Ligament cannot attach anything to ${name}, which is built with ${stack.title}`,
    why: stack.refuses,
    next: 'Nothing was changed.',
  });
}

/** The packages that are missing of what is set up by hand. Throws a Problem (status 3) where no versions suit. */
async function takePackages(
  context: Context,
  definition: Definition,
  facts: WorkspaceFacts,
  adoption: Adoption,
  { take, agreed }: Wishes,
): Promise<ChosenPackage[]> {
  if (adoption.lacks.length === 0) return [];
  const chosen = await workOf(facts).choose(context, neededPackages(definition, adoption), facts, { take, agreed });
  if (!('clash' in chosen)) return chosen;
  throw new Problem({
    status: EXIT.refused,
    what: `${definition.title} is set up in ${facts.name} but for its packages, and no version of them suits`,
    why: chosen.clash.join('\n'),
    next: [...chosen.remedies.map((remedy) => `To resolve it: ${remedy}.`), 'Nothing was changed.'].join('\n'),
  });
}
