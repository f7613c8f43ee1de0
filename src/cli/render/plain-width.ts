import { stripVTControlCharacters } from 'node:util';

/** Columns that a text takes whose characters are all one column wide. */
export default function plainWidth(text: string): number {
  return text.includes('\u001b') ? stripVTControlCharacters(text).length : text.length;
}
