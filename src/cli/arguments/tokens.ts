import type { Options } from 'yargs';
import { takesValue } from './specs.ts';

/** A word of a command line: an option with its value, or an argument. */
export type Token =
  | { kind: 'option'; written: string; name: string; value: string | undefined; negated: boolean; known: boolean }
  | { kind: 'argument'; text: string };

/**
 * The words of a command line, as the parser will read them: `--name=value`, `--name value`, `-n`, `--no-name`; behind `--` all are
 * arguments (POSIX, "Utility Syntax Guidelines", 10). What an unknown option is followed by is taken for an argument.
 */
export function tokensOf(args: readonly string[], options: ReadonlyMap<string, Options>): Token[] {
  const tokens: Token[] = [];
  const rest = [...args];
  for (let word = rest.shift(); word !== undefined; word = rest.shift()) {
    if (word === '--') return [...tokens, ...rest.map((text): Token => ({ kind: 'argument', text }))];
    if (!word.startsWith('-') || word === '-') {
      tokens.push({ kind: 'argument', text: word });
      continue;
    }
    for (const one of word.startsWith('--') ? [word] : letters(word)) tokens.push(option(one, rest, options));
  }
  return tokens;
}

/** `-qy` is `-q -y`. */
function letters(word: string): string[] {
  return /^-[A-Za-z]+$/.test(word) ? Array.from(word.slice(1), (letter) => `-${letter}`) : [word];
}

function option(word: string, rest: string[], options: ReadonlyMap<string, Options>): Token {
  const [, dashes = '', own = '', , given] = /^(--?)([^=]*)(=([\s\S]*))?$/.exec(word) ?? [];
  const name = dashes === '-' ? longName(own, options) : own;
  const negated = name !== undefined && !options.has(name) && name.startsWith('no-') && options.has(name.slice(3));
  const key = negated ? name.slice(3) : (name ?? own);
  const spec = options.get(key);
  const known = spec !== undefined;
  const wants = known && !negated && takesValue(spec);
  const value = given ?? (wants && !isOption(rest[0]) ? rest.shift() : undefined);
  return { kind: 'option', written: `${dashes}${own}`, name: key, value, negated, known };
}

/** The option of a letter. */
function longName(letter: string, options: ReadonlyMap<string, Options>): string | undefined {
  return [...options].find(([, { alias }]) => [alias].flat().includes(letter))?.[0];
}

function isOption(word: string | undefined): boolean {
  return word === undefined || /^-[^\d]/.test(word);
}
