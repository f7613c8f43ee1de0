import type { Edit } from '../edits/edit.ts';
import type { Stretch } from '../joints/growth.ts';
import { indentAt, lineStart } from '../text/positions.ts';

/** The edit that puts code beside a part of a text, on a line of its own where that has one; `comma` is what parts the two, and a blank line where these are spaced. */
export function besideEdit(
  file: string,
  source: string,
  { at, side }: { at: Stretch; side: 'before' | 'behind' },
  code: string,
  comma: string,
  isSpaced = false,
): Edit {
  const onOwnLine = source.slice(lineStart(source, at.start), at.start).trim() === '';
  const glue = comma + (onOwnLine ? `${isSpaced ? '\n' : ''}\n${indentAt(source, at.start)}` : comma === '' ? '' : ' ');
  const plain = (one: string): string => one.replaceAll('\r\n', '\n');
  const anchor = plain(source.slice(at.start, at.end));
  return { file, format: 'beside', operation: { op: 'beside', anchor, side, code: plain(code), glue } };
}
