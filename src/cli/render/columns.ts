import plainWidth from './plain-width.ts';

/** Pads a text that may hold colours to a width in columns (its characters are taken to be one column wide). */
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

/** Breaks a text into lines of at most `width` columns at its blanks. */
export function wrap(text: string, width: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    if (line !== '' && line.length + 1 + word.length > width) {
      lines.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return [...lines, line];
}

/** The beginning of a text where it is wider than `width` columns. */
export function clipped(text: string, width: number): string {
  return plainWidth(text) <= width ? text : `${text.slice(0, Math.max(0, width - 1))}…`;
}
