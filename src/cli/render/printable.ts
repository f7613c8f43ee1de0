// Control characters but line feed and tab, and the marks that turn the direction of text (Unicode TR 36, section 2.6).
// eslint-disable-next-line no-control-regex -- they are what is looked for
const UNSAFE = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g;

/** A text from outside as a terminal may show it: what could steer the terminal is written as an escape. */
export function printable(text: string): string {
  return text.replace(UNSAFE, (character) => `\\u{${character.codePointAt(0)?.toString(16) ?? ''}}`);
}
