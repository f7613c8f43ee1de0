import type { EcosystemId } from '../ecosystems/marks.ts';
import { ecosystem } from '../ecosystems/ecosystems.ts';
import path from 'node:path';
import { jsonIn } from '../text/json-text.ts';
import { readText } from '../text/utf8.ts';
import type { JointName } from '../definition/joints.ts';
import type { Joint } from './joint.ts';
import type { Reader } from '../ports.ts';
import type { Growth } from './growth.ts';
import type { Traits } from './traits.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';

/** What a stack may look at: one workspace of a host, by reading only. */
export class Ground {
  readonly reader: Reader;
  /** The host's root, absolute. */
  readonly root: string;
  readonly workspace: WorkspaceFacts;

  constructor(reader: Reader, root: string, workspace: WorkspaceFacts) {
    this.reader = reader;
    this.root = root;
    this.workspace = workspace;
  }

  /** The host-relative path of a path in the workspace. */
  inHost(file: string): string {
    return path.posix.normalize(path.posix.join(this.workspace.folder, file));
  }

  /** The manifest that scripts and settings of tools are in, relative to the host's root. */
  get manifest(): string {
    return this.workspace.projects[0]?.file ?? this.inHost('.');
  }

  /** The text of a host-relative file. */
  text(file: string): string | undefined {
    return readText(this.reader, path.join(this.root, file));
  }

  /** Whether a host-relative path is a file. */
  has(file: string): boolean {
    const kind = this.reader.kind(path.join(this.root, file));
    return kind === 'file' || kind === 'link';
  }

  /** The first of some host-relative paths that is a file. */
  first(files: readonly string[]): string | undefined {
    return files.find((file) => this.has(file));
  }

  /** The names in a host-relative folder. */
  names(folder: string): string[] {
    return this.reader.list(path.join(this.root, folder)).map(({ name }) => name);
  }

  /** The version of a package that another one brings, installed beside the workspace or the root. */
  broughtVersion(name: string): string | undefined {
    const { folder, projects } = this.workspace;
    return projects
      .map((one) => ecosystem(one.ecosystem).broughtVersion(this.reader, this.root, folder, name))
      .find((version) => version !== undefined);
  }

  /** What a JSON file holds; undefined where it is not there or broken. */
  json(file: string): unknown {
    return jsonIn(this.text(file));
  }

  declares(name: string): boolean {
    return this.workspace.manifest.declared(name) !== undefined;
  }

  /** Declared by the workspace, or by the host's root above it. */
  finds(name: string): boolean {
    return this.workspace.found(name) !== undefined;
  }

  /** The installed version, else the lowest that the declared range could mean, as "7.3.8" or "7"; undefined without one. */
  versionOf(name: string): string | undefined {
    const fact = this.workspace.found(name);
    return fact?.installed ?? /\d+(\.\d+)*/.exec(fact?.range ?? '')?.[0];
  }
}

/** What a stack reads off a workspace. */
export interface StackReading {
  joints: Joint[];
  /** Why some joints are not there, in words that go behind the stack's name. */
  absent?: Partial<Record<JointName, string>>;
  traits: Traits;
}

/** What one stack builds of a workspace. */
export type Side = 'browser' | 'server';

/** The major versions that a stack knows, both included, and the package that they are told by. */
export interface KnownVersions {
  package: string | readonly string[];
  /** Its name, for people. */
  title: string;
  from: number;
  to: number;
}

/** What a workspace is built with. One folder per stack; none of them knows an integration. */
export interface Stack {
  id: string;
  /** What it builds; undefined for one that has the workspace to itself. */
  side: Side | undefined;
  /** Whose packages it is built with; JavaScript's where nothing is said. */
  ecosystem?: EcosystemId;
  /** Outside of these it is recognised, and has no joints of its own. */
  knows?: KnownVersions;
  /** Its name with the versions found, as "Vite 7 + Vue 3.5"; undefined where the workspace is not built with it. */
  recognise(ground: Ground): string | undefined;
  read(ground: Ground): Promise<StackReading> | StackReading;
  /** What can grow in it, by what a side of it tells; nothing where the stack does not say. */
  grows?(ground: Ground): Promise<Growth>;
  /** What is read of a version that it does not know; what every JavaScript package has where nothing is said. */
  readOutside?(ground: Ground): StackReading;
  /** Nothing is attached to it: why, in words. */
  refuses?: string;
  /** How its sources are built where the manifest has no `build` script: a program of an installed package, and arguments. */
  build?: { program: string; args: string[] };
}
