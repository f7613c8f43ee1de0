import path from 'node:path';
import { fillAll, fillText } from '../definition/fill.ts';
import type { Way } from '../definition/schema.ts';
import type { Tie } from '../definition/ties.ts';
import { fitFile } from '../formats/script/fit-file.ts';
import { wholeFile, type Edit } from '../joints.ts';
import type { StackFacts } from '../stacks/stacks.ts';
import type { CodeStyle } from '../text/code-style.ts';

interface Place {
  /** The workspace's folder. */
  folder: string;
  stack: StackFacts;
  style: CodeStyle;
  /** What texts are filled with. */
  values: Readonly<Record<string, string>>;
}

/** The edits of a way in a workspace: its files first, then its ties. */
export function wayEdits({ files = [], ties }: Way, place: Place): Edit[] {
  const { folder, style, values } = place;
  const made = files.map(({ file, text, generated }) => {
    const inHost = path.posix.normalize(path.posix.join(folder, fillText(file, values)));
    return wholeFile(inHost, fitFile(fillText(text, values).trimStart(), inHost, style), generated);
  });
  return [...made, ...tieEdits(ties, place)];
}

/** The edits by which ties are made on a stack. */
export function tieEdits(ties: readonly Tie[], { stack, values }: Pick<Place, 'stack' | 'values'>): Edit[] {
  return ties.flatMap((tie) => {
    const joint = stack.joints.find(({ name }) => name === tie.at);
    return joint ? joint.tie(fillAll(tie, values)) : [];
  });
}
