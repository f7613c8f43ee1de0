import path from 'node:path';
import { readText } from '../doors/text.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';
import { positionAt } from '../text/positions.ts';

export const SECTIONS = ['dependencies', 'devDependencies', 'peerDependencies', 'optionalDependencies'] as const;
export type Section = (typeof SECTIONS)[number];

/** A package manifest (package.json), as far as Ligament reads it. */
export interface Manifest {
  name: string | undefined;
  version: string | undefined;
  type: 'module' | 'commonjs';
  main: string | undefined;
  packageManager: string | undefined;
  workspaces: string[];
  scripts: Record<string, string>;
  engines: Record<string, string>;
  sections: Record<Section, Record<string, string>>;
  /** All of it, for what only some stacks read. */
  all: Readonly<Record<string, unknown>>;
}

/**
 * Reads a manifest. Undefined where there is none; a Problem (status 2) with line and column where it is not JSON.
 * `root` is what the path in a message is relative to.
 */
export async function readManifest(reader: Reader, file: string, root: string): Promise<Manifest | undefined> {
  if (reader.kind(file) === undefined) return undefined;
  const shown = path.relative(root, file) || path.basename(file);
  const text = readText(reader, file);
  if (text === undefined) throw unreadable(shown, 'it is not UTF-8 text');
  try {
    // Node and the package managers read past a byte order mark.
    const value: unknown = JSON.parse(text.replace(/^\uFEFF/, ''));
    if (!isRecord(value)) throw unreadable(shown, 'it is not a JSON object');
    return fromRecord(value);
  } catch (error) {
    if (Problem.is(error)) throw error;
    throw await syntaxProblem(text, shown);
  }
}

async function syntaxProblem(text: string, shown: string): Promise<Problem> {
  // Only a broken file needs the parser that tells where it breaks.
  const { parseJson } = await import('../formats/json.ts');
  const parsed = parseJson(text, shown);
  if (!('fault' in parsed)) return unreadable(shown, 'it is not valid JSON');
  return new Problem({
    status: EXIT.wrongUsage,
    what: `${shown} is not valid JSON: ${parsed.fault.message}`,
    where: { file: shown, ...positionAt(text, parsed.fault.offset) },
    next: 'Mend the manifest, then run the command again.',
  });
}

function unreadable(file: string, why: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `${file} cannot be read as a manifest: ${why}`,
    where: { file },
    next: 'Mend the manifest, then run the command again.',
  });
}

function fromRecord(value: Record<string, unknown>): Manifest {
  const workspaces = isRecord(value.workspaces) ? value.workspaces.packages : value.workspaces;
  return {
    name: text(value.name),
    version: text(value.version),
    type: value.type === 'module' ? 'module' : 'commonjs',
    main: text(value.main),
    packageManager: text(value.packageManager),
    workspaces: Array.isArray(workspaces) ? workspaces.filter((item) => typeof item === 'string') : [],
    scripts: texts(value.scripts),
    engines: texts(value.engines),
    sections: {
      dependencies: texts(value.dependencies),
      devDependencies: texts(value.devDependencies),
      peerDependencies: texts(value.peerDependencies),
      optionalDependencies: texts(value.optionalDependencies),
    },
    all: value,
  };
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function text(value: unknown): string | undefined {
  return typeof value === 'string' ? value : undefined;
}

function texts(value: unknown): Record<string, string> {
  // Without a prototype, so that a package named like one of Object's members is only itself.
  const result = Object.create(null) as Record<string, string>;
  if (isRecord(value))
    for (const [key, item] of Object.entries(value)) if (typeof item === 'string') result[key] = item;
  return result;
}
