import { refused, type Format } from '../format.ts';

/** A file of its own: all that stands in it. With `generated` a tool writes it anew, and whatever it holds is good. */
export interface WholeOperation {
  op: 'file';
  text: string;
  generated?: boolean | undefined;
}

export const whole: Format<WholeOperation> = {
  edit(text, { text: wanted, generated }) {
    if (generated || text === wanted) return { kind: 'already', at: 0 };
    const by = `Give the file another name, or make it say what this one does:\n${wanted}`;
    return refused(text, undefined, 'a file of that name is there already and says something else', by);
  },
  // What was made is removed with its file; what somebody has written into it since is theirs.
  remove: () => ({ kind: 'already', at: 0 }),
};
