import { isRecord, textsOf } from '../../records.ts';
import type { Reader } from '../../ports.ts';
import { readJsonManifest } from '../json-manifest.ts';

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

/** Reads a manifest; `file` is relative to the root. Undefined where there is none; a Problem (status 2) where it is broken. */
export async function readManifest(reader: Reader, root: string, file: string): Promise<Manifest | undefined> {
  const all = await readJsonManifest(reader, root, file);
  return all && new Manifest(all);
}

function text(value: unknown): string | undefined {
  return typeof value === 'string' ? value : undefined;
}
