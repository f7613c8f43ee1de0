import type { Definition } from '../../definition/definition.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { StackFacts } from '../../stacks/sides.ts';
import type { Inferred } from './choices.ts';

/** The choices of a definition whose answers are entities of the app. */
function entityChoices({ choices = {} }: Definition): string[] {
  return Object.entries(choices).flatMap(([key, choice]) => (choice.kind === 'text' && choice.among ? [key] : []));
}

/**
 * Answers to choices among entities, by the whole names of their classes; they may be given by short ones. Throws a Problem (status 2) for
 * what is none.
 */
export function namedEntities(
  definition: Definition,
  given: Readonly<Record<string, string>>,
  { traits, title }: StackFacts,
): Record<string, string> {
  const answers = { ...given };
  for (const key of entityChoices(definition)) {
    const wanted = given[key];
    if (wanted === undefined) continue;
    const known = traits.entities?.() ?? [];
    const named = wanted
      .split(',')
      .map((one) => one.trim())
      .map((one) => known.filter((name) => name === one || shortOf(name).toLowerCase() === shortOf(one).toLowerCase()));
    const missed = named.findIndex((one) => one.length !== 1);
    if (missed !== -1) throw noEntity(wanted.split(',')[missed]?.trim() ?? '', known, title);
    answers[key] = [...new Set(named.flat())].join(', ');
  }
  return answers;
}

/** The one entity of an app is the answer where nobody gives another. */
export function inferEntities(definition: Definition, { traits }: StackFacts): Inferred {
  const [only, second] = entityChoices(definition).length > 0 ? (traits.entities?.() ?? []) : [];
  if (only === undefined || second !== undefined) return new Map();
  return new Map(entityChoices(definition).map((key) => [key, { value: only, why: 'the only one that the app has' }]));
}

/** What can be answered to a choice among entities, by their names. */
export function entityNames(definition: Definition, { traits }: StackFacts): string[] {
  if (entityChoices(definition).length === 0) return [];
  return (traits.entities?.() ?? []).map(shortOf);
}

function shortOf(name: string): string {
  return name.slice(name.lastIndexOf('\\') + 1);
}

function noEntity(wanted: string, known: readonly string[], title: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `There is no one entity "${wanted}"`,
    why: known.length > 0 ? `this app has ${known.join(', ')}` : `${title} tells of no entities here`,
    next: 'Name one, or several with commas.',
  });
}
