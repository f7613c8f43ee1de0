import path from 'node:path';
import type { Reader } from '../ports.ts';
import type { CodeStyle } from '../text/code-style.ts';
import { findLanguage, findStyle } from './conventions.ts';
import type { HostPlace, WorkspacePlace } from './host.ts';
import { InstalledPackages } from '../ecosystems/npm/installed-packages.ts';
import { findManager, type ManagerFacts } from '../ecosystems/npm/manager.ts';
import type { Project } from '../ecosystems/ecosystem.ts';
import type { Manifest } from '../ecosystems/npm/manifest.ts';
import { packageIn, packagesIn, type Place } from '../ecosystems/npm/package-fact.ts';
import { ecosystemOf, USUAL } from '../ecosystems/marks.ts';
import type { PackageFact, WorkspacePackages } from '../ecosystems/work.ts';

/** What is known of one workspace before any stack looks at it. What takes reading is read when it is asked for. */
export class WorkspaceFacts implements WorkspacePackages {
  /** Relative to the host's root, `.` for the root. */
  readonly folder: string;
  readonly manifest: Manifest;
  readonly projects: readonly Project[];
  readonly #reader: Reader;
  readonly #host: HostPlace;
  readonly #place: Place;
  #packages: PackageFact[] | undefined;
  #style: CodeStyle | undefined;
  #language: 'ts' | 'js' | undefined;

  constructor(
    reader: Reader,
    host: HostPlace,
    { folder, manifest, projects }: WorkspacePlace,
    installs: InstalledPackages,
  ) {
    this.folder = folder;
    this.manifest = manifest;
    this.projects = projects;
    this.#reader = reader;
    this.#host = host;
    this.#place = { folder, catalogs: host.catalogs, installs };
  }

  /** The first manifest's name, else the folder's. */
  get name(): string {
    return this.projects[0]?.name ?? (this.folder === '.' ? path.basename(this.#host.root) : this.folder);
  }

  get moduleFormat(): 'esm' | 'commonjs' {
    return this.manifest.type === 'module' ? 'esm' : 'commonjs';
  }

  get packages(): PackageFact[] {
    this.#packages ??= [...packagesIn(this.manifest, this.#place), ...this.#others];
    return this.#packages;
  }

  /** The packages that manifests of other ecosystems declare: what stands beside them is no concern of theirs. */
  get #others(): readonly PackageFact[] {
    const others = this.projects.filter(({ ecosystem }) => ecosystem !== USUAL);
    return others.flatMap(({ packages }) => packages);
  }

  /** The declared package of that name, wherever the manifest has it. */
  package(name: string): PackageFact | undefined {
    if (ecosystemOf(name) !== USUAL) return this.#others.find((one) => one.name === name);
    return packageIn(this.manifest, name, this.#place);
  }

  /** The declared package of that name, here or at the host's root, where modules of a workspace find it too. */
  found(name: string): PackageFact | undefined {
    const own = this.package(name);
    const [top] = this.#host.workspaces;
    if (own || !top || this.folder === '.' || ecosystemOf(name) !== USUAL) return own;
    return packageIn(top.manifest, name, { ...this.#place, folder: '.' });
  }

  /** The folder of the workspace beside this one that has a name. */
  sibling(name: string): string | undefined {
    return this.#host.workspaces.find(({ projects }) => projects.some((one) => one.name === name))?.folder;
  }

  get language(): 'ts' | 'js' {
    return this.#language ?? findLanguage(this.#reader, this.#host.root, this);
  }

  /** The same workspace for what is written in a language of its own in it. */
  inLanguage(language: 'ts' | 'js'): WorkspaceFacts {
    const own = new WorkspaceFacts(this.#reader, this.#host, this, this.#place.installs);
    own.#language = language;
    return own;
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
