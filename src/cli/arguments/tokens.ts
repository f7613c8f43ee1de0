import { parseArgs } from 'node:util';
import type { Options } from 'yargs';
import { takesValue } from './specs.ts';

/** A word of a command line: an option with its value, or an argument. */
export type Token =
  | { kind: 'option'; written: string; name: string; value: string | undefined; negated: boolean; known: boolean }
  | { kind: 'argument'; text: string };

/**
 * The words of a command line by the rules of POSIX ("Utility Syntax Guidelines") and of long options: `--name=value`, `--name value`,
 * `-n`, `-qy`; behind `--` all are arguments. `--no-name` is `--name`, negated. What an unknown option is followed by is an argument.
 */
export function tokensOf(args: readonly string[], options: ReadonlyMap<string, Options>): Token[] {
  const { tokens } = parseArgs({
    args: [...args],
    strict: false,
    allowPositionals: true,
    tokens: true,
    options: Object.fromEntries([...options].map(([name, one]) => [name, asNode(one)])),
  });
  return tokens.flatMap((one): Token[] => {
    if (one.kind === 'option-terminator') return [];
    if (one.kind === 'positional') return [{ kind: 'argument', text: one.value }];
    const { name, rawName: written, value } = one;
    const negated = !options.has(name) && name.startsWith('no-') && options.has(name.slice(3));
    const key = negated ? name.slice(3) : name;
    // What looks like an option is one, and no value.
    const isSwallowed = value !== undefined && !one.inlineValue && /^-[^\d]/.test(value);
    const known = options.has(key);
    return [
      { kind: 'option', written, name: key, value: isSwallowed ? undefined : value, negated, known },
      ...(isSwallowed ? tokensOf([value], options) : []),
    ];
  });
}

function asNode({ alias, ...one }: Options): { type: 'string' | 'boolean'; short?: string } {
  const short = [alias ?? []].flat().find((name) => name.length === 1);
  return { type: takesValue(one) ? 'string' : 'boolean', ...(short === undefined ? {} : { short }) };
}

/** The same line in one form, which no parser reads otherwise: the command and its arguments, then each option with its value. */
export function plainLine(tokens: readonly Token[]): string[] {
  const words = tokens.flatMap((one) => (one.kind === 'argument' ? [one.text] : []));
  const options = tokens.flatMap((one) => {
    if (one.kind !== 'option') return [];
    const { name, value, negated } = one;
    return [negated ? `--no-${name}` : value === undefined ? `--${name}` : `--${name}=${value}`];
  });
  return [...words, ...options];
}
