import { madeLike, type Manner, type Subject, type Told } from '../analogy/like.ts';
import { isSound } from '../analogy/sound.ts';
import { wholeFile, type Edit } from '../edits/edit.ts';
import type { Ground } from '../joints/ground.ts';
import { lineBreakOf } from '../text/code-style.ts';
import { sharedFiles, type Sibling } from './siblings.ts';

/** How the files of a part are made. */
export interface FilesManner extends Pick<Manner, 'shown' | 'answers'> {
  subject: Subject;
  /** Where a file goes, by the file of the first sibling that it is like. */
  placed(this: void, file: string): string;
  /** The plainest text of the kind: what an only sibling is compared with, and what is made where siblings share too little. */
  plain?: ((this: void, file: string) => Told) | undefined;
}

/** The files of a part, made like those that most of its siblings have. */
export function filesLike(
  ground: Ground,
  siblings: readonly Sibling[],
  { subject, placed, plain, shown, answers }: FilesManner,
): Edit[] {
  const [base] = siblings;
  let isPlain = false;
  const made = sharedFiles(ground, siblings).map(({ file, told: having }) => {
    const isMain = file === base?.page.file;
    const alone = plain !== undefined && isMain && siblings.length === 1;
    const told: typeof having = alone ? [having[0], plain(file)] : having;
    const where = placed(file);
    const isShown = isMain || /\.(component\.html|ejs|pug)$/.test(where);
    const manner = { whole: true, alone, shown: isShown ? shown : undefined, answers: isMain && answers };
    const like = madeLike(told, subject, manner);
    // Siblings that have too little in common show only where one goes, and what it is called.
    const isEnough = !isMain || plain === undefined || isSound(like, told[0].text, file);
    isPlain ||= !isEnough;
    const text = isEnough ? like : madeLike([plain(file)], subject);
    const whole = lineBreakOf(ground.text(file) ?? '') === '\r\n' ? text.replaceAll('\n', '\r\n') : text;
    return { isMain, edit: wholeFile(where, whole) };
  });
  // What would serve a part like its siblings does not serve a plain one.
  return made.filter(({ isMain }) => isMain || !isPlain).map(({ edit }) => edit);
}
