import type { AttachedPart } from '../../change/change-set.ts';
import type { PublishedFacts } from '../../ecosystems/work.ts';
import { ALL_WORK } from '../../ecosystems/works.ts';
import type { Context } from '../../host/context.ts';

/** The parts of a change, with what is published of each package that comes: its license and its size, as far as they are told. */
export async function withPublished(context: Context, parts: readonly AttachedPart[]): Promise<AttachedPart[]> {
  const coming = parts.flatMap(({ packages }) => packages.filter(({ declared }) => !declared));
  if (coming.length === 0) return [...parts];
  const told = await Promise.all(ALL_WORK.map((one) => one.published(context, coming)));
  const facts = new Map<string, PublishedFacts>(told.flatMap((one) => [...one]));
  return parts.map((part) => ({
    ...part,
    packages: part.packages.map((one) => (one.declared ? one : { ...one, ...facts.get(one.name) })),
  }));
}
