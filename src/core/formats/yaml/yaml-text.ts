import { stringify } from 'yaml';
import { indentOf } from '../../text/code-style.ts';
import type { Surroundings } from '../format.ts';
import type { JsonValue } from '../tree-operation.ts';

/** A value in block style, with the indentation of a text and quotes, its lines parted by `\n`. */
export function block(value: JsonValue, text: string, around: Surroundings): string {
  const single = (text.match(/: '|- '/g) ?? []).length >= (text.match(/: "|- "/g) ?? []).length;
  const indent = (indentOf(text) ?? around.style.indent).replaceAll('\t', '  ').length;
  return stringify(value, {
    indent: Math.max(1, indent),
    singleQuote: single,
    lineWidth: 0,
    indentSeq: indentsLists(text),
  }).trimEnd();
}

function indentsLists(text: string): boolean {
  return !/^([ ]*)[^\s#-][^\n]*:[ ]*\r?\n\1- /m.test(text);
}

export function flow(value: JsonValue): string {
  return typeof value === 'string' &&
    /^[A-Za-z][\w./-]*$/.test(value) &&
    !/^(true|false|null|yes|no|on|off|y|n)$/i.test(value)
    ? value
    : JSON.stringify(value);
}
