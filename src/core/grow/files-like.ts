import { madeLike, type Manner, type Subject, type Told } from '../analogy/like.ts';
import { isSound } from '../analogy/sound.ts';
import { speltAs } from '../analogy/spellings.ts';
import { wholeFile, type Edit } from '../edits/edit.ts';
import { isTestFile } from '../facts/for-parts.ts';
import { moduleStyleOf } from '../facts/module-style.ts';
import { fitFile } from '../formats/script/fit-file.ts';
import { toNative } from '../formats/script/native.ts';
import type { Ground } from '../joints/ground.ts';
import type { KindGrowth, PlainName } from '../joints/growth.ts';
import type { Traits } from '../joints/traits.ts';
import { lineBreakOf } from '../text/code-style.ts';
import { sharedFiles, type Sibling } from './siblings.ts';

const TEST = /\b(it|test|specify)(\.\w+)*\s*\(|\bfunction test|#\[Test\]|@test\b/;

const PLAIN_WORDS = ['plain', 'part'];

/** How the files of a part are made. */
export interface FilesManner {
  subject: Subject;
  /** Where a file goes, by the file of the first sibling that it is like. */
  placed(this: void, file: string): string;
  /** Its markup has the name in it, in such an element where no heading of the siblings tells another. */
  shown: Manner['shown'];
  kind: KindGrowth;
  traits: Traits;
}

/**
 * The files of a part, made like those that most of its siblings have. An only sibling is compared with the plainest text of the kind,
 * which is also taken where siblings share too little.
 */
export function filesLike(
  ground: Ground,
  siblings: readonly Sibling[],
  { subject, placed, shown, kind, traits }: FilesManner,
): Edit[] {
  const [main, ...more] = sharedFiles(ground, siblings);
  if (!main) return [];
  const written = (file: string, text: string): Edit => {
    const whole = lineBreakOf(ground.text(file) ?? '') === '\r\n' ? text.replaceAll('\n', '\r\n') : text;
    return wholeFile(placed(file), whole);
  };
  const plain = plainTold(ground, main.file, kind, traits);
  const alone = siblings.length === 1;
  // What elements are compiled to.
  const kept = traits.elementsImport?.match(/\b\w+(?= from\b)/g) ?? undefined;
  const { leadsNowhere } = kind;
  const shownIn = (file: string): Manner['shown'] =>
    isMarkup(file) || /\.[cm]?[jt]sx?$|\.(vue|svelte|astro)$/.test(file) ? shown : undefined;
  const isPlain = alone && kind.isPlain?.(main.told[0].text) === true;
  const like = madeLike(alone && !isPlain ? [main.told[0], plain] : main.told, subject, {
    whole: true,
    alone: alone && !isPlain,
    kept,
    shown: shownIn(main.file),
    answer: kind.answer,
    leadsNowhere,
  });
  // What would serve a part like its siblings does not serve a plain one.
  if (!isSound(like, main.told[0].text, main.file) || kind.does?.(like) === false)
    return [
      written(main.file, madeLike([plain], subject)),
      ...(kind.beside?.(nameOf(subject.words), placed(main.file)) ?? []),
    ];
  const given = kind.gives?.(like) ?? [];
  const gone = kind.gives?.(main.told[0].text).filter((name) => !given.includes(name));
  const plainMore = alone ? (kind.beside?.(nameOf(PLAIN_WORDS), main.file) ?? []) : [];
  const others = more.flatMap(({ file, told: known }) => {
    const base = isMarkup(file) ? plainMore.find((one) => one.format === 'whole') : undefined;
    // Of one page alone nothing shows what of its template is its own.
    const told: typeof known =
      base?.format === 'whole' ? [{ text: base.operation.text, file, words: PLAIN_WORDS }] : known;
    const about = told === known ? subject : { ...subject, words: subject.shown ?? subject.words };
    const text = madeLike(told, about, {
      whole: true,
      kept,
      shown: isMarkup(file) ? shown : undefined,
      leadsNowhere,
      gone: isMarkup(file) ? gone : undefined,
    });
    // A file of tests without a test fails wherever it is run.
    return (isTestFile(file) || /\.cy\.\w+$/.test(file)) && !TEST.test(text) ? [] : [written(file, text)];
  });
  return [written(main.file, like), ...others];
}

function isMarkup(file: string): boolean {
  return /\.(component\.html|ejs|pug|twig|blade\.php)$/.test(file);
}

/** The plainest part of a kind, about something. */
export function plainest(ground: Ground, file: string, subject: Subject, kind: KindGrowth, traits: Traits): string {
  return madeLike([plainTold(ground, file, kind, traits)], subject);
}

/** The plainest part of a kind, written as the project writes. */
function plainTold(ground: Ground, file: string, kind: KindGrowth, traits: Traits): Told {
  const words = PLAIN_WORDS;
  const text = plainText(ground, file, words, kind, traits);
  const address = `/${speltAs(words, 'kebab')}`;
  // Some pages name their own address.
  const isNamed = [`'${address}'`, `"${address}"`].some((one) => text.includes(one));
  return { text, file, words, address: isNamed ? address : undefined };
}

/** The text of the plainest part of a kind with a name, written as the project writes. */
export function plainText(
  { workspace }: Ground,
  file: string,
  words: readonly string[],
  kind: Pick<KindGrowth, 'plainText'>,
  traits: Traits,
): string {
  const isScript = /\.[cm]?[jt]sx?$/.test(file);
  const hasElements = /<\/?[A-Za-z]/.test(kind.plainText(nameOf(words), file));
  const lead = isScript && hasElements && traits.elementsImport !== undefined ? `${traits.elementsImport}\n\n` : '';
  const text = lead + kind.plainText(nameOf(words), file);
  const native = isScript ? toNative(text, moduleStyleOf(workspace, traits)) : text;
  return fitFile(native, file, { ...workspace.style, eol: '\n' });
}

/** A name in the spellings that plain texts need. */
export function nameOf(words: readonly string[]): PlainName {
  return {
    pascal: speltAs(words, 'pascal'),
    camel: speltAs(words, 'camel'),
    kebab: speltAs(words, 'kebab'),
    snake: speltAs(words, 'snake'),
    sentence: speltAs(words, 'sentence'),
  };
}
