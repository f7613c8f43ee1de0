import path from 'node:path';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';
import { readText } from '../text/utf8.ts';
import type { Definition } from './definition.ts';
import { pathInHost } from './host-path.ts';
import type { WayFile } from './way.ts';

// More files than any integration has, in folders within folders.
const MOST_FILES = 500;
const MOST_LEVELS = 8;

/** Where a definition is: its folder, and the name of its file for people. */
export interface DefinitionPlace {
  reader: Reader;
  folder: string;
  shown: string;
}

/**
 * The definition with the texts of the files that stand beside it; a folder of them stands for each file in it. Throws a Problem
 * (status 2) for what is not there, is no text, or is reached by a link.
 */
export function withTexts(place: DefinitionPlace, definition: Definition): Definition {
  const filesOf = (files: readonly WayFile[]): WayFile[] =>
    files.flatMap((file) => (file.from?.endsWith('/') ? filesBelow(place, file) : [withText(place, file)]));
  const ways = definition.ways.map((way) => (way.files ? { ...way, files: filesOf(way.files) } : way));
  if (!definition.pieces) return { ...definition, ways };
  const pieces = Object.entries(definition.pieces).map(
    ([name, piece]) => [name, { ...piece, files: filesOf(piece.files) }] as const,
  );
  return { ...definition, ways, pieces: Object.fromEntries(pieces) };
}

function withText(place: DefinitionPlace, file: WayFile): WayFile {
  return file.from === undefined ? file : withOwn(file, { text: textOf(place, file.from) });
}

function filesBelow(place: DefinitionPlace, { file, from = '', ...rest }: WayFile): WayFile[] {
  const names = namesBelow(place, from, MOST_LEVELS);
  if (names.length === 0) throw invalid(place, `it names the folder ${from}, which has no files`);
  if (names.length > MOST_FILES) throw invalid(place, `the folder ${from} has more than ${MOST_FILES} files`);
  return names.map((name) => {
    const own = pathInHost(file + name);
    const text = textOf(place, from + name);
    return withOwn({ file: own.file, from: from + name, ...(own.native ? { native: true } : {}), ...rest }, { text });
  });
}

/** A file with its text, where records have that among its members. */
function withOwn({ file, when, ...rest }: WayFile, { text }: { text: string }): WayFile {
  return { file, ...(when ? { when } : {}), text, ...rest };
}

/** The files below a folder, by their paths from there; links are none. */
function namesBelow(place: DefinitionPlace, from: string, levels: number): string[] {
  if (levels === 0) throw invalid(place, `${from} lies more than ${MOST_LEVELS} folders deep`);
  return place.reader.list(path.resolve(place.folder, from)).flatMap(({ name, kind }) => {
    if (kind === 'folder') return namesBelow(place, `${from}${name}/`, levels - 1).map((one) => `${name}/${one}`);
    if (kind !== 'file') throw invalid(place, `${from}${name} is ${kind === 'link' ? 'a link' : 'not a regular file'}`);
    return [name];
  });
}

function textOf(place: DefinitionPlace, from: string): string {
  const { reader, folder } = place;
  const file = path.join(folder, from);
  // A link beside a definition could bring any file of the user's into a project.
  const isBeside = reader.real(file).startsWith(reader.real(folder) + path.sep);
  const text = isBeside ? readText(reader, file) : undefined;
  if (text === undefined) throw invalid(place, `it names ${from}, which is not beside it or is not text`);
  return text;
}

function invalid({ shown }: DefinitionPlace, why: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The definition ${shown} is not valid`,
    where: { file: shown },
    why,
    next: 'See docs/definition-format.md for what a definition may say.',
  });
}
