import { literally } from '../../text/literally.ts';
import { refused, type Format } from '../format.ts';
import { editedReadably, inLineBreaksOf } from '../verbatim.ts';

/**
 * `code` stands right before or behind a part of the text that is there already, word for word and once, with `glue` between the
 * two: as the next entry of a list stands beside its neighbour. Line breaks in these texts are single line feeds.
 */
export interface BesideOperation {
  op: 'beside';
  anchor: string;
  side: 'before' | 'behind';
  code: string;
  glue: string;
}

export const beside: Format<BesideOperation> = {
  edit(text, operation, surroundings) {
    const { anchor, code, glue, side } = inLineBreaksOf(text, operation);
    const present = placesOf(text, code);
    if (present[0] !== undefined) return { kind: 'already', at: present[0] };
    const [place, second] = placesOf(text, anchor);
    const handwork = `Put this beside ${operation.anchor.split('\n')[0]?.trim() ?? ''}:\n${operation.code}`;
    if (place === undefined)
      return refused(text, undefined, 'what it is to stand beside is not there any more', handwork);
    if (second !== undefined)
      return refused(text, second, 'what it is to stand beside is there more than once', handwork);
    const at = side === 'before' ? place : place + anchor.length;
    const inserted = side === 'before' ? code + glue : glue + code;
    return editedReadably(
      text,
      { splices: [{ at, removed: '', inserted }], at, isThere: true, handwork },
      surroundings,
    );
  },
  remove(text, operation, surroundings) {
    const { code, glue, side } = inLineBreaksOf(text, operation);
    const places = placesOf(text, code);
    const [place, second] = places;
    if (place === undefined) return { kind: 'already', at: 0 };
    const handwork = `Take this out:\n${operation.code}`;
    if (second !== undefined) return refused(text, second, 'it is there more than once', handwork);
    const [start, end] = [place, place + code.length];
    const isBehind = text.slice(0, start).endsWith(glue) && (side === 'behind' || !text.startsWith(glue, end));
    const isBefore = text.startsWith(glue, end);
    if (!isBehind && !isBefore) return refused(text, start, 'what parts it from its neighbours has changed', handwork);
    const [from, to] = isBehind ? [start - glue.length, end] : [start, end + glue.length];
    const splices = [{ at: from, removed: text.slice(from, to), inserted: '' }];
    return editedReadably(text, { splices, at: start, isThere: false, handwork }, surroundings);
  },
};

/** Where some code stands in a text, and is not only the beginning or the end of a longer word. */
function placesOf(text: string, code: string): number[] {
  const [before, after] = [/^[\w$]/.test(code) ? '(?<![\\w$])' : '', /[\w$]$/.test(code) ? '(?![\\w$])' : ''];
  return [...text.matchAll(new RegExp(before + literally(code) + after, 'g'))].map(({ index }) => index);
}
