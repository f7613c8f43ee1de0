import type { PlannedRoutes } from '../../change/change-set.ts';
import type { Context } from '../../host/context.ts';
import { readSides, type StackFacts } from '../../stacks/sides.ts';

/** A workspace that something is attached to, with its stack as it was read for that. */
interface Place {
  facts: { folder: string };
  stack: StackFacts;
}

/**
 * What the paths that apps answer come to by a plan, as far as they are written down; nothing where they stay as they are, nor where no
 * framework lists them: there much is written in ways that nobody can read off.
 */
export async function plannedRoutes(
  context: Context,
  planned: Context,
  places: readonly Place[],
): Promise<PlannedRoutes[]> {
  const listing = places.filter(({ stack }) => stack.traits.routeList && stack.traits.paths);
  const all: PlannedRoutes[] = [];
  for (const workspace of new Set(listing.map(({ facts }) => facts.folder))) {
    const [now, then] = [await pathsIn(context, workspace), await pathsIn(planned, workspace)];
    const [come, gone, stay] = [minus(then, now), minus(now, then), [...now].filter((one) => then.has(one))];
    if (come.length + gone.length > 0) all.push({ workspace, come, gone, stay });
  }
  return all;
}

/** The paths that all sides of a workspace answer, with what Ligament has put in. */
async function pathsIn({ facts, reader, host }: Context, folder: string): Promise<Set<string>> {
  const workspace = facts.workspaces.find((one) => one.folder === folder);
  const sides = workspace ? await readSides(reader, host.root, workspace) : [];
  return new Set(sides.flatMap(({ traits }) => traits.paths?.() ?? []));
}

function minus(one: ReadonlySet<string>, other: ReadonlySet<string>): string[] {
  return [...one].filter((each) => !other.has(each)).sort();
}
