import { isRecord } from '../records.ts';
import type { Way } from './definition.ts';
import type { Fault } from './faults.ts';
import { SETTINGS } from './facts.ts';
import { fillFragments } from './fill.ts';
import type { TieImport } from './modules.ts';
import { didYouMean } from './nearest.ts';
import { faultOfCode, PLACEHOLDER } from './tie-faults.ts';
import type { WayFile } from './way.ts';

type Path = readonly PropertyKey[];

/** Modules of its own that its ties and proofs import are among the files of the way, or what the proof plants. */
export function ownModuleFaults({ ties, proofs, files = [] }: Way, path: Path): Fault[] {
  const brought = files.map(({ file }) => file);
  const faultsOf = (part: object, at: Path, planted: readonly string[]): Fault[] =>
    ('imports' in part ? (part.imports as TieImport[]) : []).flatMap((one, index) => {
      if (!('file' in one)) return [];
      const known = [...brought, ...planted].flatMap((file) => [file, file.replace(MODULE_ENDING, '')]);
      if (known.includes(one.file) || brought.some((file) => file.endsWith('/') && one.file.startsWith(file)))
        return [];
      const nearest = didYouMean(asWritten(one.file), known.map(asWritten));
      const what = `no file of this way is ${asWritten(one.file)}${nearest}`;
      return [{ path: [...at, 'imports', index], atKey: true, what }];
    });
  return [
    ...ties.flatMap((one, index) => faultsOf(one, [...path, 'ties', index], [])),
    ...proofs.flatMap((one, index) =>
      faultsOf(one, [...path, 'proofs', index], Object.keys(isRecord(one.plants) ? one.plants : {})),
    ),
  ];
}

const MODULE_ENDING = /\.(\{\{[\w.]+\}\}|[cm]?[jt]sx?|vue|svelte|astro)$/;

/** A path as a definition says it in imports. */
function asWritten(file: string): string {
  return file.startsWith('{{folder}}/') ? `./${file.slice('{{folder}}/'.length)}` : `~/${file}`;
}

/** What is wrong with a file: without a text, a script that is none, members that cannot be added. */
export function fileFaults(
  { file, text, from, native, merge }: WayFile,
  path: Path,
  fragments: Way['fragments'] = {},
): Fault[] {
  if ((text === undefined) === (from === undefined)) return [{ path, what: 'needs either "text" or "from"' }];
  if (from !== undefined && from.endsWith('/') !== file.endsWith('/'))
    return [{ path: [...path, 'from'], what: 'a folder goes into a folder: both end with a slash' }];
  const code = native && text !== undefined ? fillFragments(text, (name) => fragments[name]?.[0]?.text) : undefined;
  const fault = code === undefined ? undefined : faultOfCode(code);
  if (fault !== undefined) return [{ path: [...path, 'text'], what: `is not TypeScript: ${fault}` }];
  return merge ? mergeFaults(merge, text ?? '', { path, fragments }) : [];
}

/** Members can be added to a JSON object only, and under other names than those that stand in it. */
function mergeFaults(
  merge: NonNullable<WayFile['merge']>,
  text: string,
  { path, fragments }: { path: Path; fragments: NonNullable<Way['fragments']> },
): Fault[] {
  const own = membersOf(fillFragments(text, (name) => fragments[name]?.[0]?.text));
  if (!own) return [{ path: [...path, 'merge'], what: 'needs a text that is a JSON object' }];
  return merge.flatMap(({ members }, index) =>
    Object.keys(members)
      .filter((name) => own.includes(name))
      .map((name) => ({
        path: [...path, 'merge', index, 'members', name],
        atKey: true,
        what: `"${name}" stands in the text already`,
      })),
  );
}

/** The names in a JSON object whose placeholders stand for values; undefined for another text. */
function membersOf(text: string): string[] | undefined {
  // These are an object whatever they are, and what is added to them is joined with them.
  if (text.trim() === SETTINGS) return [];
  try {
    const value: unknown = JSON.parse(text.replaceAll(PLACEHOLDER, '0'));
    return isRecord(value) ? Object.keys(value) : undefined;
  } catch {
    return undefined;
  }
}
