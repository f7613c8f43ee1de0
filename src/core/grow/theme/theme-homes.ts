import type { GrowSpec } from '../../definition/parts.ts';
import type { Context } from '../../host/context.ts';
import { forParts } from '../../facts/for-parts.ts';
import type { Growing } from '../growing.ts';

/** A block of style sheets that is there for a theme. */
export type ThemeBlock = NonNullable<GrowSpec['theme']>;
/** A configuration that has a theme. */
export type ThemeSettings = NonNullable<GrowSpec['settings']>;

/** Where themes can be in a workspace, by the integrations that are there. */
export interface ThemeHomes {
  blocks: ThemeBlock[];
  settings: ThemeSettings[];
}

export async function themeHomes(context: Context, place: Growing): Promise<ThemeHomes> {
  const known = await forParts(context, place.stack);
  return {
    blocks: known.flatMap(({ theme }) => theme ?? []),
    settings: known.flatMap(({ settings }) => settings ?? []),
  };
}
