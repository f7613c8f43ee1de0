import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import type { Surroundings } from '../format.ts';

/** Code with the indentation and the line breaks of a text, with both. */
export function inManner(
  text: string,
  code: string,
  { style }: Surroundings,
): { eol: string; unit: string; code: string } {
  const eol = lineBreakOf(text) ?? style.eol;
  const unit = indentOf(text) ?? style.indent;
  const own = code.replaceAll(/^(?: {4})+/gm, (lead) => unit.repeat(lead.length / 4)).replaceAll(/\r?\n/g, eol);
  return { eol, unit, code: own };
}

/** Code whose lines after the first begin with an indentation. */
export function nested(code: string, indent: string): string {
  return code.replaceAll(/\n(?=[^\r\n])/g, `\n${indent}`);
}
