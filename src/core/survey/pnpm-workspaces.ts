import { parse } from 'yaml';
import { EXIT, Problem } from '../problem.ts';

/** The patterns that a pnpm-workspace.yaml lists as `packages`. Throws a Problem (status 2) where it is not YAML. */
export function parsePnpmWorkspaces(text: string): string[] {
  try {
    const value = parse(text, { maxAliasCount: 0, logLevel: 'error' }) as { packages?: unknown } | null;
    const packages = value?.packages;
    return Array.isArray(packages) ? packages.filter((item) => typeof item === 'string') : [];
  } catch {
    throw new Problem({
      status: EXIT.wrongUsage,
      what: 'pnpm-workspace.yaml is not valid YAML',
      where: { file: 'pnpm-workspace.yaml' },
      next: 'Mend it, then run the command again.',
    });
  }
}
