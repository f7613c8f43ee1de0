import path from 'node:path';
import { decode } from '../doors/text.ts';
import { EXIT, Problem } from '../problem.ts';
import { isRecord, textsOf } from '../records.ts';
import type { Reader } from '../ports.ts';
import { positionAt } from '../text/positions.ts';

export const SECTIONS = ['dependencies', 'devDependencies', 'peerDependencies', 'optionalDependencies'] as const;
export type Section = (typeof SECTIONS)[number];

/** A package manifest (package.json), as far as Ligament reads it. What only some commands need is made when it is asked for. */
export class Manifest {
  /** All of it, for what only some stacks read. */
  readonly all: Readonly<Record<string, unknown>>;
  #sections: Record<Section, Record<string, string>> | undefined;

  constructor(all: Readonly<Record<string, unknown>>) {
    this.all = all;
  }

  get name(): string | undefined {
    return text(this.all.name);
  }

  get version(): string | undefined {
    return text(this.all.version);
  }

  get type(): 'module' | 'commonjs' {
    return this.all.type === 'module' ? 'module' : 'commonjs';
  }

  get main(): string | undefined {
    return text(this.all.main);
  }

  get packageManager(): string | undefined {
    return text(this.all.packageManager);
  }

  get workspaces(): string[] {
    const { workspaces } = this.all;
    const patterns = isRecord(workspaces) ? workspaces.packages : workspaces;
    return Array.isArray(patterns) ? patterns.filter((item) => typeof item === 'string') : [];
  }

  get scripts(): Record<string, string> {
    return textsOf(this.all.scripts);
  }

  get engines(): Record<string, string> {
    return textsOf(this.all.engines);
  }

  get sections(): Record<Section, Record<string, string>> {
    this.#sections ??= {
      dependencies: textsOf(this.all.dependencies),
      devDependencies: textsOf(this.all.devDependencies),
      peerDependencies: textsOf(this.all.peerDependencies),
      optionalDependencies: textsOf(this.all.optionalDependencies),
    };
    return this.#sections;
  }

  /** The first section that declares a package, with the range there. */
  declared(name: string): { section: Section; range: string } | undefined {
    for (const section of SECTIONS) {
      const ranges = this.all[section];
      const range = isRecord(ranges) && Object.hasOwn(ranges, name) ? ranges[name] : undefined;
      if (typeof range === 'string') return { section, range };
    }
    return undefined;
  }
}

/**
 * Reads a manifest. Undefined where there is none; a Problem (status 2) with line and column where it is not JSON.
 * `root` is what the path in a message is relative to.
 */
export async function readManifest(reader: Reader, file: string, root: string): Promise<Manifest | undefined> {
  const bytes = reader.read(file);
  if (!bytes) return undefined;
  // Only a message needs the path as it is shown: a host may have thousands of manifests.
  const shown = (): string => path.relative(root, file) || path.basename(file);
  const text = decode(bytes);
  if (text === undefined) throw unreadable(shown(), 'it is not UTF-8 text');
  try {
    // Node and the package managers read past a byte order mark.
    const value: unknown = JSON.parse(text.startsWith('\uFEFF') ? text.slice(1) : text);
    if (!isRecord(value)) throw unreadable(shown(), 'it is not a JSON object');
    return new Manifest(value);
  } catch (error) {
    if (Problem.is(error)) throw error;
    throw await syntaxProblem(text, shown());
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

function text(value: unknown): string | undefined {
  return typeof value === 'string' ? value : undefined;
}
