/** What is asked for: one page, in one workspace. */
export interface PageRequest {
  /** As it was given: `SeedSwap`, `seed-swap` or "Seed swap". */
  name: string;
  /** Begins with a slash; by its name where nothing is said. */
  address?: string | undefined;
  /** A link is put where the app's navigation is. */
  link?: boolean | undefined;
  /** The folder of the workspace. */
  workspace: string;
}

/** The id that a part has in records: `page:SeedSwap`. */
export function partId(kind: 'page', pascal: string): string {
  return `${kind}:${pascal}`;
}
