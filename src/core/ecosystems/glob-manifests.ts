import { globSync } from 'tinyglobby';

/** The manifests of the folders that patterns name, relative to the root; nothing is looked for in `generated` folders. */
export function globManifests(
  root: string,
  patterns: readonly string[],
  manifest: string,
  generated: readonly string[],
): string[] {
  return globSync(
    patterns.map((pattern) => `${pattern.replace(/^\.\//, '').replace(/\/$/, '')}/${manifest}`),
    {
      cwd: root,
      ignore: generated.map((name) => `**/${name}/**`),
      expandDirectories: false,
      followSymbolicLinks: false,
    },
  );
}
