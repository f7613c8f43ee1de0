import type { Definition } from '../../definition/definition.ts';
import type { TextChoice } from '../../definition/parts.ts';
import { EXIT, Problem } from '../../problem.ts';

const FORMS: Record<TextChoice['form'], { test: RegExp; words: string }> = {
  lowercase: { test: /^[a-z]{0,40}$/, words: 'one word of lower-case letters' },
  name: { test: /^[A-Za-z][\w-]{0,80}$/, words: 'a name: letters, digits, - and _' },
  line: { test: /^[^\r\n]{0,500}$/, words: 'a text on one line' },
};

/** The value of every choice of a definition. Throws a Problem (status 2) for one that does not exist or is not fit. */
export function resolveChoices(
  definition: Definition,
  given: Readonly<Record<string, string>>,
  way: string | undefined,
): Record<string, string> {
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
  return Object.fromEntries(
    Object.entries(known).flatMap(([key, choice]): [string, string][] => {
      if (choice.kind === 'secret') {
        if (Object.hasOwn(given, key)) throw openSecret(key);
        return [];
      }
      const value = given[key] ?? choice.default;
      if (choice.kind === 'one-of') {
        if (!choice.of.includes(value))
          throw wrong(`The choice ${key} cannot be "${value}"`, `it must be one of ${choice.of.join(', ')}`);
        return [[key, value]];
      }
      const { test, words } = FORMS[choice.form];
      if (!test.test(value)) throw wrong(`The choice ${key} cannot be "${value}"`, `it must be ${words}`);
      return [[key, value]];
    }),
  );
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
