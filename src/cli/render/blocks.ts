import pc from 'picocolors';
import { wrap } from './columns.ts';
import { printable } from './printable.ts';
import { textWidth } from './screen.ts';

/** A number with its noun: "1 file", "4 files". */
export function counted(number: number, noun: string): string {
  return `${number} ${noun}${number === 1 ? '' : 's'}`;
}

// What is the same a thousand times over nobody reads: after so many entries their number has to do.
export const MOST_ENTRIES = 20;

/** The first entries of a long list, and how to see the rest. */
export function shortened(entries: readonly string[], whole: boolean, what: string): string[] {
  if (whole || entries.length <= MOST_ENTRIES) return [...entries];
  const more = entries.length - MOST_ENTRIES;
  return [
    ...entries.slice(0, MOST_ENTRIES),
    pc.dim(`  and ${more} more ${what}; --verbose or --format patch shows all.`),
  ];
}

/** A remark below a block, in the background. */
export function hint(text: string): string[] {
  return wrap(text, textWidth()).map((line) => pc.dim(`  ${line}`));
}

/** A text that is set in and wrapped. */
export function bullet(text: string): string {
  return wrap(printable(text), textWidth())
    .map((line) => `  ${line}`)
    .join('\n');
}

/** A block with its heading; nothing where it has no body. */
export function section(title: string, body: string): string {
  return body === '' ? '' : `${pc.underline(title)}\n${body}`;
}
