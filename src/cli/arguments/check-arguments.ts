import { allOf, eitherOf } from '../../core/text/in-words.ts';
import type { Options } from 'yargs';
import type { Problem } from '../../core/problem.ts';
import { nearName } from '../../core/text/near-name.ts';
import { VALUES } from '../help/values.ts';
import { optionMeant } from './meant.ts';
import { takesValue, type CommandSpec } from './specs.ts';
import type { Token } from './tokens.ts';
import { missingName, usageProblem } from './usage-problem.ts';

type Given = Extract<Token, { kind: 'option' }>;

/** What of a command line contradicts itself: two options, and why. */
const CONTRADICTIONS: readonly (readonly [string, string, string])[] = [
  ['quiet', 'verbose', 'one asks for less, the other for more'],
  ['everywhere', 'workspace', 'one means all workspaces, the other some'],
];

interface Line {
  args: readonly string[];
  spec: CommandSpec;
  /** All options that are taken: the command's own, and those that every command takes. */
  options: ReadonlyMap<string, Options>;
  /** What each command takes. */
  all: readonly CommandSpec[];
}

/** The first thing that is wrong with what was typed for a command; undefined where all is well. */
export function faultOf(tokens: readonly Token[], line: Line): Problem | undefined {
  const given = tokens.filter((one): one is Given => one.kind === 'option');
  const words = tokens.flatMap((one) => (one.kind === 'argument' ? [one.text] : []));
  for (const one of given) {
    const fault = one.known ? valueFault(one, given, line) : unknownOption(one, line);
    if (fault) return fault;
  }
  return contradiction(given, line) ?? placesFault(words, line);
}

function unknownOption({ written, name }: Given, { args, spec, options, all }: Line): Problem {
  const elsewhere = all.filter((one) => one.options.has(name)).map((one) => one.name);
  const known = [...options.keys()];
  const near = name.length === 1 ? undefined : optionMeant(name, known);
  const colour = /^(no-)?colou?r$/.test(name) ? 'Colours are turned off by NO_COLOR=1 in the environment. ' : '';
  return usageProblem(args, {
    what: `"${spec.name}" has no option ${written}`,
    at: written,
    why: elsewhere.length > 0 ? `it is an option of ${allOf(elsewhere)}` : undefined,
    next: `${colour}${near === undefined ? '' : `Did you mean --${near}? `}See: ligament help ${spec.name}`,
  });
}

function valueFault(one: Given, given: readonly Given[], { args, options }: Line): Problem | undefined {
  const { written, name, value, negated } = one;
  const spec = options.get(name) ?? {};
  const wrong = (what: string, next: string): Problem => usageProblem(args, { what, at: written, next });
  if (!takesValue(spec)) {
    if (value === undefined || (!negated && /^(true|false)$/.test(value))) return undefined;
    return wrong(`${written} takes no value, and "${value}" was given`, `Write ${written}, or leave it out.`);
  }
  const as = `--${name} ${VALUES[name] ?? 'VALUE'}`;
  if (value === undefined) return wrong(`${written} needs a value`, `Give it as ${as}.`);
  if (spec.array !== true && given.filter((other) => other.name === name).length > 1)
    return wrong(`${written} can be given once only`, 'Leave one of them out.');
  const choices = spec.choices as readonly string[] | undefined;
  if (choices && !choices.includes(value)) {
    const near = nearName(value, choices);
    return wrong(
      `${written} takes ${eitherOf(choices)}, and "${value}" was given`,
      near === undefined ? 'Give one of these.' : `Did you mean ${near}?`,
    );
  }
  if (spec.type === 'number' && !(value.trim() !== '' && Number.isFinite(Number(value))))
    return wrong(`${written} takes a number, and "${value}" was given`, `Give it as ${as}.`);
  return undefined;
}

function contradiction(given: readonly Given[], { args }: Line): Problem | undefined {
  const names = new Set(given.map(({ name }) => name));
  const [first, second, why] = CONTRADICTIONS.find(([one, other]) => names.has(one) && names.has(other)) ?? [];
  if (first === undefined || second === undefined) return undefined;
  return usageProblem(args, {
    what: `--${first} and --${second} cannot both be given`,
    at: `--${second}`,
    why,
    next: 'Choose one of them.',
  });
}

/** Too few arguments, or too many. */
function placesFault(words: readonly string[], { args, spec }: Line): Problem | undefined {
  const { positionals, name } = spec;
  const dashed = words.find((one) => one.startsWith('-'));
  if (dashed !== undefined)
    return usageProblem(args, {
      what: `${dashed} comes after "--", so it is read as a name, and no name begins with a dash`,
      at: dashed,
      next: 'Put options before "--".',
    });
  const missing = positionals[words.length];
  if (missing?.required) return usageProblem(args, missingName(name, missing.name));
  if (positionals.some(({ many }) => many) || words.length <= positionals.length) return undefined;
  const extra = words[positionals.length] ?? '';
  return usageProblem(args, {
    what: `"${name}" takes ${positionals.length === 0 ? 'no words' : 'one word only'}, and "${extra}" was given`,
    at: extra,
    next: `Leave it out. See: ligament help ${name}`,
  });
}
