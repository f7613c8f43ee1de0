import { loadDefinition } from '../../definition/catalog.ts';
import type { Definition } from '../../definition/definition.ts';
import type { Context } from '../../host/context.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';

/** The definition that a workspace gets: where it has no packages of the asked one's ecosystem, the one that does the same there. */
export async function definitionFor(
  { doors, catalog }: Pick<Context, 'doors' | 'catalog'>,
  definition: Definition,
  { projects }: WorkspaceFacts,
): Promise<Definition> {
  const { elsewhere, ecosystem } = definition;
  if (elsewhere === undefined || ecosystem === undefined) return definition;
  if (projects.some((one) => one.ecosystem === ecosystem)) return definition;
  return loadDefinition(doors.files, catalog, elsewhere);
}
