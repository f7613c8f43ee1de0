import type { ChangeSet } from '../../change/change-set.ts';
import { versionMark } from '../../ecosystems/work.ts';
import { ALL_WORK } from '../../ecosystems/works.ts';
import type { Context } from '../../host/context.ts';

/** A change set with what is published of each package that comes: its license and its size, as far as they are told. Nothing is decided by these. */
export async function withPublished(context: Context, changes: ChangeSet): Promise<ChangeSet> {
  const coming = new Map(
    changes.parts
      .flatMap(({ packages }) => packages.filter(({ declared }) => !declared))
      .map((one) => [versionMark(one), one]),
  );
  if (coming.size === 0) return changes;
  const told = await Promise.all(ALL_WORK.map((one) => one.published(context, [...coming.values()])));
  const facts = new Map(told.flatMap((one) => [...one]));
  const parts = changes.parts.map((part) => ({
    ...part,
    packages: part.packages.map((one) => (one.declared ? one : { ...one, ...facts.get(versionMark(one)) })),
  }));
  return { ...changes, parts };
}
