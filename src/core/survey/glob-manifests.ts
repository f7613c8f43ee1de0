import { globSync } from 'tinyglobby';

/** The manifests of the packages that workspace patterns name, relative to the root. */
export function globManifests(root: string, patterns: readonly string[]): string[] {
  return globSync(
    patterns.map((pattern) => `${pattern.replace(/^\.\//, '').replace(/\/$/, '')}/package.json`),
    { cwd: root, ignore: ['**/node_modules/**'], expandDirectories: false, followSymbolicLinks: false },
  );
}
