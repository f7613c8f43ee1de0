import type { InstalledPackages } from './installed-packages.ts';
import { SECTIONS, type Manifest, type Section } from './manifest.ts';
import type { PackageFact } from '../work.ts';

/** A declared package. What takes reading is read when it is asked for. */
export class NpmPackage implements PackageFact {
  readonly name: string;
  /** What stands in the manifest. */
  readonly written: string;
  readonly section: Section;
  readonly #place: Place;

  constructor(name: string, written: string, section: Section, place: Place) {
    this.name = name;
    this.written = written;
    this.section = section;
    this.#place = place;
  }

  /** The range that counts: what stands in the manifest, or what the manager's catalog or protocol means by it. */
  get range(): string {
    return meaning(this.written, this.name, this.#place.catalogs);
  }

  /** The version that is installed, undefined where it is not. */
  get installed(): string | undefined {
    return this.#place.installs.installed(this.#place.folder, this.name, this.written)?.version;
  }

  /** The version that the lockfile holds. */
  get locked(): string | undefined {
    return this.#place.installs.locked(this.#place.folder, this.name, this.written);
  }

  /** What the installed package wants beside it; undefined where it is not known. */
  get peers(): Readonly<Record<string, string>> | undefined {
    return this.#place.installs.installed(this.#place.folder, this.name, this.written)?.peers;
  }
}

export type Catalogs = Readonly<Record<string, Readonly<Record<string, string>>>>;

export interface Place {
  folder: string;
  catalogs: Catalogs;
  installs: InstalledPackages;
}

/** The packages that a manifest declares. */
export function packagesIn(manifest: Manifest, place: Place): NpmPackage[] {
  return SECTIONS.flatMap((section) =>
    Object.entries(manifest.sections[section]).map(([name, written]) => new NpmPackage(name, written, section, place)),
  );
}

/** The declared package of a name, wherever the manifest has it; undefined where it has not. */
export function packageIn(manifest: Manifest, name: string, place: Place): NpmPackage | undefined {
  const declared = manifest.declared(name);
  return declared && new NpmPackage(name, declared.range, declared.section, place);
}

/** The range behind a protocol: `catalog:` (pnpm), `workspace:` (pnpm, yarn), `npm:` (an alias, or yarn's own word). */
function meaning(written: string, name: string, catalogs: Catalogs): string {
  const [, protocol, rest = ''] = /^(catalog|workspace|npm):(.*)$/.exec(written) ?? [];
  if (protocol === 'catalog') return catalogs[rest.trim() || 'default']?.[name] ?? written;
  if (protocol === 'workspace') return /^[\^~*]?$/.test(rest) ? '*' : rest;
  if (protocol === 'npm') return rest.includes('@', 1) ? rest.slice(rest.lastIndexOf('@') + 1) : rest;
  return written;
}
