import type { AttachedPart } from '../../core/change/change-set.ts';
import { placeInWords } from '../../core/text/place-in-words.ts';

// What is said of a change set, on the screen and on a page alike. Nothing of it is fit to be shown yet: who shows it makes it so.

type Package = AttachedPart['packages'][number];
type Choice = NonNullable<AttachedPart['choices']>[number];

/** A workspace's folder as people call it. */
export function folderInWords(folder: string): string {
  return folder === '.' ? 'the root' : folder;
}

/** What a package is declared for, where and as what. */
export function useInWords(
  { declared, use, range, workspace }: Package,
  part: Pick<AttachedPart, 'workspace'>,
): string {
  return declared ? 'there already' : `${use}${workspace === part.workspace ? '' : ' at the root'}, as ${range}`;
}

const SOURCES = { given: 'as you said', inferred: 'told by the project', default: 'the default' };

/** Who has answered a choice, and why so. */
export function sourceInWords({ source, why }: Pick<Choice, 'source' | 'why'>): string {
  return why === undefined ? SOURCES[source] : `${SOURCES[source]}: ${why}`;
}

/** What only rounds some integrations off, by name, with the files that it is in. */
export function extrasByName(parts: readonly AttachedPart[]): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const { extras = [] } of parts)
    for (const { name, files } of extras) found.set(name, [...new Set([...(found.get(name) ?? []), ...files])]);
  return found;
}

/** Where an integration that was set up by hand stands, place by place. */
export function adoptedPlaces({ adopted }: AttachedPart): { place: string; what: string }[] {
  return (adopted?.places ?? []).map((one) => ({ place: placeInWords(one), what: one.what }));
}
