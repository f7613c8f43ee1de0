import { circumstances } from '../../facts/circumstances.ts';
import type { Context } from '../../host/context.ts';
import type { StackFacts } from '../../stacks/sides.ts';
import type { AttachRequest } from './attach-request.ts';
import { answersTo, resolveChoices, type Answer } from './choices.ts';
import { chooseSide } from './choose-side.ts';
import { inferEntities, namedEntities } from './among-entities.ts';
import { inferChoices } from './infer-choices.ts';

/** Where a request goes, and what is answered to its choices. */
interface Answered {
  /** The way that was asked for by name. */
  wantedWay: string | undefined;
  stack: StackFacts;
  sideWhy: string | undefined;
  answers: Answer[];
}

/** Settles the side of a request, and all its choices that have an answer. Throws a Problem: status 2 for a choice that is not one, 3 where no side fits. */
export async function answersFor(context: Context, request: AttachRequest): Promise<Answered> {
  const { definition, choices: given } = request;
  const { way: wantedWay, ...rest } = given;
  const usual = resolveChoices(definition, rest, wantedWay);
  const choices = wantedWay === undefined ? usual : { ...usual, way: wantedWay };
  const { stack, why: sideWhy } = await chooseSide(context, { ...request, choices });
  const inferred = new Map([
    ...inferChoices(definition, circumstances(context, { stack, choices: usual })),
    ...inferEntities(definition, stack),
  ]);
  return {
    wantedWay,
    stack,
    sideWhy,
    answers: answersTo(definition, namedEntities(definition, rest, stack), wantedWay, inferred),
  };
}
