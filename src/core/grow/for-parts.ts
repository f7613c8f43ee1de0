import { catalogIds, loadDefinition } from '../definition/catalog.ts';
import type { GrowSpec } from '../definition/parts.ts';
import { circumstances } from '../facts/circumstances.ts';
import { holds } from '../facts/conditions.ts';
import type { Context } from '../host/context.ts';
import type { Growing } from './growing.ts';

/** What parts make use of in a workspace, by the integrations that are there, attached or set up by hand. */
export async function forParts(context: Context, { stack }: Growing): Promise<GrowSpec[]> {
  const { doors, catalog } = context;
  const at = circumstances(context, { stack, choices: {} });
  const all = await Promise.all(catalogIds(doors.files, catalog).map((id) => loadDefinition(doors.files, catalog, id)));
  return all.flatMap(({ grow }) => (grow && holds(grow.fits, at) ? [grow] : []));
}
