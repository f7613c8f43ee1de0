import { parse } from 'yaml';
import { EXIT, Problem } from '../../problem.ts';
import { recordOf, textsOf } from '../../records.ts';

/** What Ligament reads of a pnpm-workspace.yaml. */
export interface PnpmWorkspaces {
  /** The patterns that it lists as `packages`. */
  patterns: string[];
  /** Ranges by catalog and package; the one under `catalog` is named `default`. */
  catalogs: Record<string, Record<string, string>>;
  /** All of it: the manager's own settings. */
  settings: Readonly<Record<string, unknown>>;
}

/** Reads the text of a pnpm-workspace.yaml. Throws a Problem (status 2) where it is not YAML. */
export function parsePnpmWorkspaces(text: string): PnpmWorkspaces {
  try {
    const settings = recordOf(parse(text, { maxAliasCount: 0, logLevel: 'error' }));
    const { packages } = settings;
    const named = Object.entries(recordOf(settings.catalogs)).map(([name, ranges]) => [name, textsOf(ranges)] as const);
    return {
      patterns: Array.isArray(packages) ? packages.filter((item) => typeof item === 'string') : [],
      catalogs: Object.fromEntries([['default', textsOf(settings.catalog)] as const, ...named]),
      settings,
    };
  } catch {
    throw new Problem({
      status: EXIT.wrongUsage,
      what: 'pnpm-workspace.yaml is not valid YAML',
      where: { file: 'pnpm-workspace.yaml' },
      next: 'Mend it, then run the command again.',
    });
  }
}
