import { stripVTControlCharacters } from 'node:util';
import { eastAsianWidth } from 'get-east-asian-width';

// eslint-disable-next-line no-control-regex -- colours are looked for apart
const PLAIN = /^[\u0000-\u02ff\u2010-\u2027\u2190-\u21ff]*$/;

/** Columns that a text takes: colours none, wide characters two, marks that stand on others none (Unicode TR 11). */
export default function plainWidth(text: string): number {
  const seen = text.includes('\u001b') ? stripVTControlCharacters(text) : text;
  if (PLAIN.test(seen)) return seen.length;
  let width = 0;
  segmenter ??= new Intl.Segmenter('en', { granularity: 'grapheme' });
  for (const { segment } of segmenter.segment(seen)) width += widthOf(segment);
  return width;
}

// What is seen as one character is measured as one (Unicode TR 29). Made where it is needed: it takes a tenth of a bare start.
let segmenter: Intl.Segmenter | undefined;

function widthOf(character: string): number {
  if (/^\p{M}/u.test(character)) return 0;
  if (/\p{Emoji_Presentation}|\ufe0f/u.test(character)) return 2;
  return eastAsianWidth(character.codePointAt(0) ?? 0);
}
