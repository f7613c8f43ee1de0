import path from 'node:path';
import type { Definition, Way } from '../../definition/definition.ts';
import { extraAt } from '../../definition/joints.ts';
import type { Edit, MadeEdit } from '../../edits/edit.ts';
import { sameEdit } from '../shared/plan-files.ts';

type Extras = Pick<Way, 'files' | 'ties'>;

/** Something that only rounds an integration off, and the files that it is in, relative to the host's root. */
export interface Extra {
  name: string;
  files: string[];
}

/** The name by which an optional file is left out: its own, without its folder. */
function extraIn({ file, optional }: NonNullable<Way['files']>[number]): string | undefined {
  return optional ? path.posix.basename(file) : undefined;
}

/** The names of all that rounds an integration off, by any way. */
export function extraNames({ ways }: Pick<Definition, 'ways'>): string[] {
  const all = ways.flatMap(({ files = [], ties }) => [...files.map(extraIn), ...ties.map(({ at }) => extraAt(at))]);
  return [...new Set(all.filter((name) => name !== undefined))];
}

/** What of a way only rounds it off. */
export function extrasOf(way: Way): Extras {
  return {
    files: way.files?.filter((file) => file.optional) ?? [],
    ties: way.ties.filter(({ at }) => extraAt(at) !== undefined),
  };
}

/** A way without some of what rounds it off. */
export function withoutExtras(way: Way, left: readonly string[]): Way {
  if (left.length === 0) return way;
  const stays = (name: string | undefined): boolean => name === undefined || !left.includes(name);
  return {
    ...way,
    files: way.files?.filter((file) => stays(extraIn(file))),
    ties: way.ties.filter(({ at }) => stays(extraAt(at))),
  };
}

/** What rounds a way off and is put in: of the edits that were made, those of its extras that have changed something. */
export function extrasMade(way: Way, editsOf: (extras: Extras) => readonly Edit[], made: readonly MadeEdit[]): Extra[] {
  const { files = [], ties } = extrasOf(way);
  const found = new Map<string, string[]>();
  const put = (name: string, extras: Extras): void => {
    const own = editsOf(extras).filter((edit) =>
      made.some((one) => sameEdit(one, edit) && (one.made === true || one.splices.length > 0)),
    );
    if (own.length > 0) found.set(name, [...(found.get(name) ?? []), ...own.map(({ file }) => file)]);
  };
  for (const file of files) put(extraIn(file) ?? '', { files: [file], ties: [] });
  for (const tie of ties) put(extraAt(tie.at) ?? '', { files: [], ties: [tie] });
  return [...found].map(([name, all]) => ({ name, files: [...new Set(all)] }));
}
