import type { Context } from '../../host/context.ts';
import { answersFor } from './answers-for.ts';
import type { AttachRequest } from './attach-request.ts';
import { entityNames } from './among-entities.ts';
import { fitsChoice } from './choices.ts';

/** A choice that somebody has to be asked about. */
export interface OpenChoice {
  key: string;
  ask: string;
  /** The answers that there are, where these are given. */
  of: readonly string[] | undefined;
  /** What is answered by who says nothing, and why. */
  usual: string | undefined;
  why: string | undefined;
  /** Why an answer is not fit; undefined where it is. */
  objection(this: void, value: string): string | undefined;
}

/** The choices of a request that are always asked about, or have no answer yet. */
export async function openChoices(context: Context, request: AttachRequest): Promise<OpenChoice[]> {
  const { definition, choices: given } = request;
  const all = await everyChoice(context, request);
  return all.filter(({ key, usual }) => {
    const choice = definition.choices?.[key];
    if (!choice || choice.kind === 'secret' || Object.hasOwn(given, key)) return false;
    return usual === undefined || choice.asked === 'always';
  });
}

/** Every choice of a request, secrets apart, with the answer that it has. */
export async function everyChoice(context: Context, request: AttachRequest): Promise<OpenChoice[]> {
  const { definition } = request;
  const { answers, stack } = await answersFor(context, request);
  return Object.entries(definition.choices ?? {}).flatMap(([key, choice]): OpenChoice[] => {
    if (choice.kind === 'secret') return [];
    const answer = answers.find((one) => one.key === key);
    return [
      {
        key,
        ask: choice.ask,
        of: choice.kind === 'one-of' ? choice.of : choice.among ? entityNames(definition, stack) : undefined,
        usual: answer?.value,
        why: answer?.why,
        objection: (value) => fitsChoice(choice, value),
      },
    ];
  });
}
