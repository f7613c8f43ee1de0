import type { Definition } from '../../definition/definition.ts';
import type { Choice, TextChoice } from '../../definition/parts.ts';
import { EXIT, Problem } from '../../problem.ts';

const FORMS: Record<TextChoice['form'], { test: RegExp; words: string }> = {
  lowercase: { test: /^[a-z]{0,40}$/, words: 'one word of lower-case letters' },
  name: { test: /^[A-Za-z][\w-]{0,80}$/, words: 'a name: letters, digits, - and _' },
  path: { test: /^\/[a-z0-9][\w-]*(\/[\w-]+)*$/i, words: 'a path, as /garden/plots' },
  line: { test: /^[^\r\n]{0,500}$/, words: 'a text on one line' },
};

/** The answer to a choice, and where it comes from. */
export interface Answer {
  key: string;
  value: string;
  source: 'given' | 'inferred' | 'default';
  /** Of an inferred one: what it was told from. */
  why?: string | undefined;
}

/** What the project itself tells of choices, by key. */
export type Inferred = ReadonlyMap<string, { value: string; why: string }>;

/** The value of every choice of a definition. Throws a Problem (status 2) for one that does not exist or is not fit. */
export function resolveChoices(
  definition: Definition,
  given: Readonly<Record<string, string>>,
  way: string | undefined,
): Record<string, string> {
  return valuesOf(answersTo(definition, given, way));
}

/** The values of answers, by key. */
export function valuesOf(answers: readonly Answer[]): Record<string, string> {
  return Object.fromEntries(answers.map(({ key, value }) => [key, value]));
}

/** The answer to every choice that has one. Throws a Problem (status 2) for a choice that does not exist, or for an answer that is not fit. */
export function answersTo(
  definition: Definition,
  given: Readonly<Record<string, string>>,
  way: string | undefined,
  inferred: Inferred = new Map(),
): Answer[] {
  const known = definition.choices ?? {};
  const ways = definition.ways.map((one) => one.way);
  if (way !== undefined && !ways.includes(way))
    throw wrong(`There is no way "${way}"`, `${definition.integration} has ${ways.join(', ')}`);
  for (const key of Object.keys(given)) {
    if (!Object.hasOwn(known, key)) {
      throw wrong(
        `There is no choice "${key}"`,
        `${definition.integration} has ${['way', ...Object.keys(known)].join(', ')}`,
      );
    }
  }
  return Object.entries(known).flatMap(([key, choice]): Answer[] => {
    if (choice.kind === 'secret') {
      if (Object.hasOwn(given, key)) throw openSecret(key);
      return [];
    }
    const answer = answerTo(key, choice.default, given, inferred);
    if (answer) checkAnswer(key, choice, answer.value);
    return answer ? [answer] : [];
  });
}

function answerTo(
  key: string,
  usual: string | undefined,
  given: Readonly<Record<string, string>>,
  inferred: Inferred,
): Answer | undefined {
  const own = given[key];
  if (own !== undefined) return { key, value: own, source: 'given' };
  const told = inferred.get(key);
  if (told) return { key, value: told.value, source: 'inferred', why: told.why };
  return usual === undefined ? undefined : { key, value: usual, source: 'default' };
}

type OpenKind = Exclude<Choice, { kind: 'secret' }>;

function checkAnswer(key: string, choice: OpenKind, value: string): void {
  const objection = fitsChoice(choice, value);
  if (objection !== undefined) throw wrong(`The choice ${key} cannot be "${value}"`, objection);
}

/** Why a value is no answer to a choice; undefined where it is one. */
export function fitsChoice(choice: OpenKind, value: string): string | undefined {
  if (choice.kind === 'one-of')
    return choice.of.includes(value) ? undefined : `it must be one of ${choice.of.join(', ')}`;
  const { test, words } = FORMS[choice.form];
  return test.test(value) ? undefined : `it must be ${words}`;
}

/** Throws a Problem (status 3) where a choice has no answer: nobody can guess it. */
export function checkAnswered(
  { integration, title, choices = {} }: Definition,
  answers: readonly Answer[],
  entities: readonly string[] = [],
): void {
  const open = Object.entries(choices).filter(
    ([key, { kind }]) => kind !== 'secret' && !answers.some((one) => one.key === key),
  );
  if (open.length === 0) return;
  throw new Problem({
    status: EXIT.refused,
    what: `${title} needs ${open.length === 1 ? 'an answer' : 'answers'} that nothing here tells`,
    why: open
      .map(([key, choice]) => {
        const isAmong = choice.kind === 'text' && choice.among && entities.length > 0;
        return `${key}: ${choice.ask}${isAmong ? ` (${entities.join(', ')})` : ''}`;
      })
      .join('\n'),
    next: `Nothing was changed. Give ${open.map(([key]) => `--choose ${integration}.${key}=…`).join(' ')}, or run the command at a terminal.`,
  });
}

function wrong(what: string, why: string): Problem {
  return new Problem({ status: EXIT.wrongUsage, what, why, next: 'Give choices as --choose key=value.' });
}

/** Arguments are seen by everybody on the machine, and the shell keeps them. */
function openSecret(key: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The secret ${key} cannot be given as an argument`,
    why: 'others could read it there, and the shell keeps it',
    next: `Put it into the environment as ${secretVariable(key)}, or into a file: --secret-file ${key}=path. Nothing was changed.`,
  });
}

/** The variable of Ligament's own environment by which a secret can be given. */
export function secretVariable(choice: string): string {
  return `LIGAMENT_SECRET_${choice.replaceAll(/\W/g, '_').toUpperCase()}`;
}
