import type { PlannedRoutes } from '../../change/change-set.ts';
import { bareStack } from '../../facts/bare.ts';
import type { Context } from '../../host/context.ts';
import { readSides } from '../../stacks/sides.ts';

interface Place {
  workspace: string;
  side?: 'browser' | 'server' | 'tools' | undefined;
}

/** What the paths that apps answer come to by a plan, as far as they are written down; nothing where they stay as they are. */
export async function plannedRoutes(
  context: Context,
  planned: Context,
  places: readonly Place[],
): Promise<PlannedRoutes[]> {
  const unique = new Map(places.map((one) => [`${one.workspace}\n${one.side ?? ''}`, one]));
  const all: PlannedRoutes[] = [];
  for (const { workspace, side } of unique.values()) {
    const facts = planned.facts.workspaces.find(({ folder }) => folder === workspace);
    const { traits } = await bareStack(context, workspace, side);
    // Where no framework lists them much is written in ways that nobody can read off.
    if (!facts || !traits.paths || !traits.routeList) continue;
    const sides = await readSides(planned.reader, planned.host.root, facts);
    const then = new Set((sides.find((one) => one.side === side) ?? sides[0])?.traits.paths?.());
    const now = new Set(
      (await readSides(context.reader, context.host.root, facts)).flatMap((one) => one.traits.paths?.() ?? []),
    );
    const [come, gone, stay] = [minus(then, now), minus(now, then), [...now].filter((one) => then.has(one))];
    if (come.length + gone.length > 0) all.push({ workspace, come, gone, stay });
  }
  return all;
}

function minus(one: ReadonlySet<string>, other: ReadonlySet<string>): string[] {
  return [...one].filter((each) => !other.has(each)).sort();
}
