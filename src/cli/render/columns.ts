import plainWidth from './plain-width.ts';
import { screenWidth } from './screen.ts';

/** Pads a text that may hold colours to a width in columns. */
export function pad(text: string, width: number): string {
  return text + ' '.repeat(Math.max(0, width - plainWidth(text)));
}

/** Rows with their cells set below each other. */
export function columns(rows: readonly (readonly string[])[], gap = 2): string[] {
  const widths: number[] = [];
  for (const row of rows) {
    row.forEach((cell, index) => {
      widths[index] = Math.max(widths[index] ?? 0, plainWidth(cell));
    });
  }
  return rows.map((row) =>
    row
      .map((cell, index) => (index === row.length - 1 ? cell : pad(cell, (widths[index] ?? 0) + gap)))
      .join('')
      .trimEnd(),
  );
}

/** The lines of each row: where it is wider than `width` its last cell goes below, wrapped; where that is not enough all but the first. */
export function fitted(rows: readonly (readonly string[])[], width: number): string[][] {
  const short = columns(rows.map((row) => row.slice(0, -1)));
  return columns(rows).map((line, index) => {
    if (plainWidth(line) <= width) return [line];
    const [first = '', ...rest] = rows[index] ?? [];
    const isShort = plainWidth(short[index] ?? '') <= width;
    const below = isShort ? rest.slice(-1) : [rest.filter((one) => one !== '').join('  ')];
    const above = isShort ? [short[index] ?? ''] : wrap(first, width);
    return [...above, ...below.flatMap((one) => wrap(one, width - 6)).map((one) => `      ${one}`)];
  });
}

/** Rows as a screen has room for them, each a text of a line or more; where there is no terminal their cells stand below each other, however wide. */
export function laidOut(rows: readonly (readonly string[])[]): string[] {
  return process.stdout.columns ? fitted(rows, screenWidth()).map((lines) => lines.join('\n')) : columns(rows);
}

/** Breaks a text into lines of at most `width` columns at its blanks; a word that is wider stands whole on a line of its own. */
export function wrap(text: string, width: number): string[] {
  const lines: string[] = [];
  let line = '';
  // A text that is set in stays so.
  const lead = /^ */.exec(text)?.[0] ?? '';
  for (const word of text.slice(lead.length).split(' ')) {
    if (line !== '' && plainWidth(line) + 1 + plainWidth(word) > width) {
      lines.push(line);
      line = lead + word;
    } else line = line === '' ? lead + word : `${line} ${word}`;
  }
  return [...lines, line];
}

/** A text behind a word that says what it is; at a terminal it is wrapped, and goes on below its beginning. */
export function labelled(label: string, text: string, stream: { columns?: number } = process.stdout): string {
  const indent = plainWidth(label) + 2;
  const lines = stream.columns ? wrap(text, screenWidth(stream) - indent) : [text];
  return `${label}  ${lines.join(`\n${' '.repeat(indent)}`)}`;
}

/** The beginning of a text where it is wider than `width` columns. */
export function clipped(text: string, width: number): string {
  if (plainWidth(text) <= width) return text;
  let shown = '';
  for (const character of text) {
    if (plainWidth(shown + character) > width - 1) break;
    shown += character;
  }
  return `${shown}…`;
}
