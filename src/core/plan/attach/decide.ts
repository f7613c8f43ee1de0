import type { ChosenPackage } from '../../ecosystems/work.ts';
import type { Definition } from '../../definition/definition.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import { workOf } from '../../ecosystems/works.ts';
import { circumstances } from '../../facts/circumstances.ts';
import type { Context } from '../../host/context.ts';
import type { MadeEdit } from '../../edits/edit.ts';
import { bareSides, bareStyle } from '../../facts/bare.ts';
import { type Decided } from './decided.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { AttachRequest, AttachWishes } from './attach-request.ts';
import { entityNames } from './among-entities.ts';
import { answersFor } from './answers-for.ts';
import { checkAnswered, valuesOf } from './choices.ts';
import { adoptedWay, findAdoption, neededPackages, secondWay, type Adoption } from './adopt.ts';
import { refuseWithHandwork } from './handwork.ts';
import { ownerOf } from '../../edits/replay.ts';
import { extrasMade, type Extra, withoutExtras } from './extras.ts';
import { formatterSettings } from './formatter-settings.ts';
import { findShadowing } from './shadowing.ts';
import { valuesFor } from '../../facts/settle.ts';
import { takeWay } from './take-way.ts';
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
  const { wantedWay, stack, sideWhy, answers } = await answersFor(context, request);
  const choices = valuesOf(answers);
  const at = circumstances(context, { stack, choices });
  const adoption = await findAdoption(context, definition, at);
  if (adoption && wantedWay === undefined) {
    const way = adoptedWay(adoption);
    const packages = await takePackages(context, definition, facts, adoption, wishes);
    const edits = [
      ...workOf(facts).edits(context, packages, { move: false, others: context.ledgers.flatMap((one) => one.edits) }),
      ...(wishes.complete ? adoption.rest : []),
    ];
    return { request, facts, stack, sideWhy, choices, way, raw: way, packages, reasons: [], edits, adoption, answers };
  }
  checkAnswered(definition, answers, entityNames(definition, stack));
  if (adoption) throw secondWay(definition, facts, adoption);
  const whole = await takeWay(context, { definition, facts, stack, choices, wanted: wantedWay, ...wishes });
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
  return { request, facts, stack, sideWhy, choices, ...taken, raw, edits, extras, answers, settings: found?.words };
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
