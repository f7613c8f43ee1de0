import path from 'node:path';
import { spelledLike, type Subject } from '../analogy/like.ts';
import { speltAs } from '../analogy/spellings.ts';
import { wholeFile, type Edit } from '../edits/edit.ts';
import type { Ground } from '../joints/ground.ts';
import type { KindGrowth } from '../joints/growth.ts';
import type { Traits } from '../joints/traits.ts';
import { filesLike, plainText } from './files-like.ts';
import { fileForAddress } from './page-address.ts';
import type { Sibling } from './siblings.ts';

/** A part that is to have files like its siblings'. */
interface NewPart {
  part: string;
  kind: KindGrowth;
  traits: Traits;
  subject: Subject;
}

/** The files of a new part, the one that shows it first. */
export function ownFiles(
  ground: Ground,
  { part, kind, traits, subject }: NewPart,
  siblings: readonly Sibling[],
): { main: string; files: Edit[] } {
  const [base] = siblings;
  const own = base?.standing.file ?? '';
  if (kind.home !== undefined) {
    const main = path.posix.join(kind.home, speltAs(subject.words, 'pascal') + path.posix.extname(own));
    return { main, files: [wholeFile(main, plainText(ground, main, subject.words, kind, traits))] };
  }
  const placed = placing(siblings, kind, subject);
  const shown = part === 'page' ? 'h1' : part === 'component' ? 'p' : undefined;
  return {
    main: placed(own),
    files: filesLike(ground, siblings, { subject, placed, shown, kind, traits: traits }),
  };
}

/** The files of a part whose main one is brought in by a name: it has to export that. */
export function exportedAs(files: readonly Edit[], main: string, listed: readonly Edit[]): Edit[] {
  const codes = listed.flatMap(({ format, operation }) => (format === 'beside' ? [operation.code] : []));
  const [name] = codes.flatMap((code) => {
    const found = /\bimport\s*\{\s*(\w+)\s*\}/.exec(code) ?? /=>\s*(?:\(\{\s*default:\s*)?\w+\.(\w+)/.exec(code);
    return found?.[1] === undefined || found[1] === 'default' ? [] : [found[1]];
  });
  if (name === undefined) return [...files];
  return files.map((edit) => {
    if (edit.format !== 'whole' || edit.file !== main) return edit;
    const text = edit.operation.text.replace(/\bexport default function \w+/, `export function ${name}`);
    return text === edit.operation.text ? edit : wholeFile(main, text);
  });
}

/** Where each file of a new part goes, by the file of the first sibling that it is like. */
function placing(siblings: readonly Sibling[], { routes }: KindGrowth, subject: Subject): (file: string) => string {
  const [base] = siblings;
  if (!base) throw new Error('a part has no sibling');
  const names = siblings.map(({ standing: { file }, words, other }) => ({ text: file, file, words, other }));
  const own = base.standing.file;
  const main = routes
    ? fileForAddress(routes, { file: own, address: base.standing.address ?? '/' }, subject.address ?? '/')
    : spelledLike(own, names, subject);
  return (file) => {
    if (file === own) return main;
    const renamed = spelledLike(file, names, subject);
    const isBeside = path.posix.dirname(file) === path.posix.dirname(own);
    return routes && isBeside ? path.posix.join(path.posix.dirname(main), path.posix.basename(renamed)) : renamed;
  };
}
