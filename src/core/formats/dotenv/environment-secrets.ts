import { environmentLines } from './dotenv.ts';
import type { FormatOperation } from '../formats.ts';

// Stands for a secret's value in plans and records; the characters are such as need no quotes.
const TOKEN = /ligament-secret:([A-Za-z_][\w.]*)/g;

/** What stands in plans and records for the value of a variable that is secret. */
export function secretToken(key: string): string {
  return `ligament-secret:${key}`;
}

/** The keys whose values a text has only as tokens. */
export function secretTokens(text: string): string[] {
  return [...text.matchAll(TOKEN)].map(([, key = '']) => key);
}

/** The keys of some edits whose values are secret. */
export function secretKeys(edits: readonly FormatOperation[]): string[] {
  return edits.flatMap(({ format, operation }) =>
    format === 'dotenv' && operation.secret !== undefined ? [operation.key] : [],
  );
}

/** An environment file with tokens for the values of some keys, and these values as they are written. */
export function hideValues(text: string, keys: readonly string[]): { text: string; written: Map<string, string> } {
  const written = new Map<string, string>();
  let hidden = text;
  for (const { key, start, end } of environmentLines(text).reverse()) {
    if (!keys.includes(key) || written.has(key)) continue;
    const at = valueStart(text, start, end);
    const stop = at + text.slice(at, end).replace(/\r?\n$/, '').length;
    written.set(key, text.slice(at, stop));
    hidden = hidden.slice(0, at) + secretToken(key) + hidden.slice(stop);
  }
  return { text: hidden, written };
}

/** Puts values, as they are to be written, in the place of their tokens. Tokens of other keys stay. */
export function revealValues(text: string, written: ReadonlyMap<string, string>): string {
  return text.replace(TOKEN, (token, key: string) => written.get(key) ?? token);
}

/** An environment file as it may be shown: with its keys and comments, and no values but those of some keys. */
export function withoutValues(text: string, shown: readonly string[] = []): string {
  return text
    .split('\n')
    .map((line) => {
      const indent = line.length - line.trimStart().length;
      const set = /^(#[ \t]*)?(?:export[ \t]+)?([\w.-]+)[ \t]*[=:]/.exec(line.slice(indent));
      // What is no comment may be the rest of a value above.
      if (!set) return line[indent] === '#' || indent === line.length ? line : '…';
      const [lead, comment, key = ''] = set;
      if (comment === undefined && shown.includes(key)) return line;
      return `${line.slice(0, indent)}${lead}…${line.endsWith('\r') ? '\r' : ''}`;
    })
    .join('\n');
}

function valueStart(text: string, start: number, end: number): number {
  const line = text.slice(start, end);
  return start + (/^[ \t]*(?:export[ \t]+)?[\w.]+[ \t]*(?:=|:[ \t])[ \t]*/.exec(line)?.[0].length ?? line.length);
}
