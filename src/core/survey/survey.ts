import path from 'node:path';
import type { Reader } from '../ports.ts';
import type { CodeStyle } from '../text/code-style.ts';
import { findLanguage, findStyle } from './conventions.ts';
import type { HostPlace, WorkspacePlace } from './host.ts';
import { InstalledPackages } from './installed-packages.ts';
import { findManager, type ManagerFacts } from './manager.ts';
import { SECTIONS, type Manifest, type Section } from './manifest.ts';

/** A declared package. What takes reading is read when it is asked for. */
export class PackageFact {
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

interface Place {
  folder: string;
  catalogs: HostPlace['catalogs'];
  installs: InstalledPackages;
}

/** What is known of one workspace before any stack looks at it. What takes reading is read when it is asked for. */
export class WorkspaceFacts {
  /** Relative to the host's root, `.` for the root. */
  readonly folder: string;
  readonly manifest: Manifest;
  readonly #reader: Reader;
  readonly #host: HostPlace;
  readonly #place: Place;
  #packages: PackageFact[] | undefined;
  #style: CodeStyle | undefined;

  constructor(reader: Reader, host: HostPlace, { folder, manifest }: WorkspacePlace, installs: InstalledPackages) {
    this.folder = folder;
    this.manifest = manifest;
    this.#reader = reader;
    this.#host = host;
    this.#place = { folder, catalogs: host.catalogs, installs };
  }

  /** The manifest's name, else the folder's. */
  get name(): string {
    return this.manifest.name ?? (this.folder === '.' ? path.basename(this.#host.root) : this.folder);
  }

  get moduleFormat(): 'esm' | 'commonjs' {
    return this.manifest.type === 'module' ? 'esm' : 'commonjs';
  }

  get packages(): PackageFact[] {
    this.#packages ??= SECTIONS.flatMap((section) =>
      Object.entries(this.manifest.sections[section]).map(
        ([name, written]) => new PackageFact(name, written, section, this.#place),
      ),
    );
    return this.#packages;
  }

  /** The declared package of that name, wherever the manifest has it. */
  package(name: string): PackageFact | undefined {
    const declared = this.manifest.declared(name);
    return declared && new PackageFact(name, declared.range, declared.section, this.#place);
  }

  get language(): 'ts' | 'js' {
    return findLanguage(this.#reader, this.#host.root, this);
  }

  get style(): CodeStyle {
    this.#style ??= findStyle(this.#reader, this.#host.root, this);
    return this.#style;
  }
}

export interface HostFacts {
  /** Absolute path. */
  root: string;
  manager: ManagerFacts;
  workspaces: WorkspaceFacts[];
}

/** Reads the facts of a host: static reading only, nothing of the host is run. */
export function surveyHost(reader: Reader, host: HostPlace, searchPath: string): HostFacts {
  const [top] = host.workspaces;
  if (!top) throw new Error('a host has at least its root package');
  const manager = findManager(reader, host.root, top.manifest, searchPath);
  const installs = new InstalledPackages(reader, host.root, manager.lockfile);
  const workspaces = host.workspaces.map((workspace) => new WorkspaceFacts(reader, host, workspace, installs));
  return { root: host.root, manager, workspaces };
}

/** The range behind a protocol: `catalog:` (pnpm), `workspace:` (pnpm, yarn), `npm:` (an alias, or yarn's own word). */
function meaning(written: string, name: string, catalogs: HostPlace['catalogs']): string {
  const [, protocol, rest = ''] = /^(catalog|workspace|npm):(.*)$/.exec(written) ?? [];
  if (protocol === 'catalog') return catalogs[rest.trim() || 'default']?.[name] ?? written;
  if (protocol === 'workspace') return /^[\^~*]?$/.test(rest) ? '*' : rest;
  if (protocol === 'npm') return rest.includes('@', 1) ? rest.slice(rest.lastIndexOf('@') + 1) : rest;
  return written;
}
