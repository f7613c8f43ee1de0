// Control characters (line breaks and tabs too), line and paragraph separators, and the marks that turn the direction of text or that
// nobody sees (Unicode TR 36, section 2.6).
// eslint-disable-next-line no-control-regex -- they are what is looked for
const UNSAFE = /[\u0000-\u001f\u007f-\u009f\u061c\u200b-\u200f\u2028-\u202e\u2060-\u2069\ufeff]/g;

/** A text from outside as a terminal may show it, on one line: what could steer the terminal is written as an escape. */
export function printable(text: string): string {
  return text.replace(UNSAFE, (character) => `\\u{${character.codePointAt(0)?.toString(16) ?? ''}}`);
}

/** The same for a text of several lines, of which a line is a line: a program's output, or handwork. */
export function printableLines(text: string): string {
  return text
    .split(/\r?\n/)
    .map((line) => printable(line.replaceAll('\t', '    ')))
    .join('\n');
}
