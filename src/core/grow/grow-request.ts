import type { ScaleWish } from './theme/type-scale.ts';

/** What of a kind that has an address can grow. */
export type RoutedPart = 'page' | 'endpoint';

/** What is asked for: one page or endpoint, in one workspace. */
export interface RoutedRequest {
  part: RoutedPart;
  /** As it was given: `SeedSwap`, `seed-swap` or "Seed swap". */
  name: string;
  /** Begins with a slash; by its name where nothing is said. */
  address?: string | undefined;
  /** A link is put where the app's navigation is. */
  link?: boolean | undefined;
  /** The folder of the workspace. */
  workspace: string;
}

/** What is asked for: one component, in one workspace. */
export interface ComponentRequest {
  part: 'component';
  name: string;
  workspace: string;
}

/** What is asked for: a value of a workspace's theme. */
export type ThemeRequest = { workspace: string } & (
  { part: 'colour'; name: string; value: string } | { part: 'type-scale'; scale: ScaleWish }
);

export type GrowRequest = RoutedRequest | ComponentRequest | ThemeRequest;
export type Part = GrowRequest['part'];

/** The id that a part has in records: `page:SeedSwap`. */
export function partId(kind: Part, name: string): string {
  return `${kind}:${name}`;
}
