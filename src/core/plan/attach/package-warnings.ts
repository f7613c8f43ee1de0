import type { AttachedPart } from '../../change/change-set.ts';

/** What is to be said of packages: those in the wrong section, and those whose scripts will not run. */
export function packageWarnings(parts: readonly AttachedPart[], moved: boolean): string[] {
  const warnings = new Set<string>();
  for (const { packages, workspaceName, title } of parts) {
    for (const { name, version, misplaced, section, scriptIgnored, engines } of packages) {
      if (engines)
        warnings.add(
          `${name} ${version} requires Node ${engines.wanted}, and ${engines.file} says that the project runs on Node ${engines.range}.`,
        );
      if (scriptIgnored)
        warnings.add(
          `${name} has a script that runs when it is installed, and the settings do not allow that (ignore-scripts).`,
        );
      if (misplaced === undefined || moved) continue;
      const where = `${workspaceName} has ${name} in "${misplaced}"; for ${title} it belongs into "${section}"`;
      warnings.add(`${where}. --move-packages moves it.`);
    }
  }
  return [...warnings];
}
