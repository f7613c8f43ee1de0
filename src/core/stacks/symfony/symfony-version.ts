import type { Ground } from '../../joints/ground.ts';

/** The packages that an app is built with: its parts one by one, or all of it in one. */
export const PACKAGES = ['symfony/framework-bundle', 'symfony/symfony'];

/** Whether the framework is of a version or later; not where its version cannot be told. */
export function isSince(ground: Ground, major: number, minor: number): boolean {
  const version = PACKAGES.map((name) => ground.versionOf(name)).find((one) => one !== undefined) ?? '';
  const [own = 0, ownMinor = 0] = version.split('.').map(Number);
  return own > major || (own === major && ownMinor >= minor);
}
