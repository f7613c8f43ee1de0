import type { Splice } from '../../text/splices.ts';
import { refused, type Format } from '../format.ts';
import { editedReadably, inLineBreaksOf } from '../verbatim.ts';

/**
 * Code around a part of the text that is there already, word for word and once: `before` and `behind` it, each line of it but the
 * first further in by `step`. Line breaks in these texts are single line feeds.
 */
export interface AroundOperation {
  op: 'around';
  inner: string;
  before: string;
  behind: string;
  step: string;
}

export const around: Format<AroundOperation> = {
  edit(text, operation, surroundings) {
    const { inner, before, behind, step } = inLineBreaksOf(text, operation);
    const present = text.indexOf(before + indented(inner, step) + behind);
    if (present !== -1) return { kind: 'already', at: present };
    const place = text.indexOf(inner);
    const handwork = `Put this around ${operation.inner.split('\n')[0]?.trim() ?? ''}:\n${operation.before}…${operation.behind}`;
    if (place === -1) return refused(text, undefined, 'what it is to stand around is not there any more', handwork);
    if (text.includes(inner, place + 1))
      return refused(text, place, 'what it is to stand around is there more than once', handwork);
    const end = place + inner.length;
    const lines = lineStarts(inner).map((at): Splice => ({ at: place + at, removed: '', inserted: step }));
    const splices = [
      { at: place, removed: '', inserted: before },
      ...lines,
      { at: end, removed: '', inserted: behind },
    ];
    return editedReadably(text, { splices, at: place, isThere: true, handwork }, surroundings);
  },
  remove(text, operation, surroundings) {
    const { before, behind, step } = inLineBreaksOf(text, operation);
    const start = text.indexOf(before);
    if (start === -1) return { kind: 'already', at: 0 };
    const from = start + before.length;
    const to = text.indexOf(behind, from);
    const handwork = `Take this out, and leave what is in it:\n${operation.before}…${operation.behind}`;
    if (to === -1 || text.includes(before, from))
      return refused(text, start, 'where it begins and ends cannot be told any more', handwork);
    const inner = text.slice(from, to);
    const lines = lineStarts(inner)
      .filter((at) => inner.startsWith(step, at))
      .map((at): Splice => ({ at: from + at, removed: step, inserted: '' }));
    const splices = [{ at: start, removed: before, inserted: '' }, ...lines, { at: to, removed: behind, inserted: '' }];
    return editedReadably(text, { splices, at: start, isThere: false, handwork }, surroundings);
  },
};

function indented(text: string, step: string): string {
  return text.replaceAll(/\n(?=[^\r\n])/g, `\n${step}`);
}

/** Where lines begin in a text, but for the first and for empty ones. */
function lineStarts(text: string): number[] {
  return [...text.matchAll(/\n(?=[^\r\n])/g)].map(({ index }) => index + 1);
}
