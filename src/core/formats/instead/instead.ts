import { edited, refused, type Format } from '../format.ts';

/** A file says something else as a whole: what it said has gone elsewhere. Only where it says just that. */
export interface InsteadOperation {
  op: 'instead';
  was: string;
  text: string;
}

export const instead: Format<InsteadOperation> = {
  edit(text, { was, text: wanted }) {
    if (text === wanted) return { kind: 'already', at: 0 };
    if (text === was) return edited(text, [{ at: 0, removed: was, inserted: wanted }]);
    return refused(text, undefined, 'the file says something else by now', `Make it say this:\n${wanted}`);
  },
  remove(text, { was, text: wanted }) {
    if (text === was) return { kind: 'already', at: 0 };
    if (text === wanted) return edited(text, [{ at: 0, removed: wanted, inserted: was }]);
    return refused(text, undefined, 'the file was written into since', `Make it say this again:\n${was}`);
  },
};
