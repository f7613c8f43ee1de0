import type { GrowSpec } from '../../definition/parts.ts';
import type { Context } from '../../host/context.ts';
import { forParts } from '../../facts/for-parts.ts';
import type { Growing } from '../growing.ts';

/** A block of style sheets that is there for a theme. */
export type ThemeBlock = NonNullable<GrowSpec['theme']>;

/** The blocks that themes have in a workspace, by the integrations that are there. */
export async function themeBlocks(context: Context, place: Growing): Promise<ThemeBlock[]> {
  return (await forParts(context, place.stack)).flatMap(({ theme }) => theme ?? []);
}
