import type { EcosystemId, Marks } from './marks.ts';
import type { Edit } from '../edits/edit.ts';
import type { Reader } from '../ports.ts';

/** A package as a manifest declares it. */
export interface DeclaredPackage {
  readonly name: string;
  /** What stands in the manifest. */
  readonly written: string;
  /** The range that counts: what stands in the manifest, or what the manager means by it. */
  readonly range: string;
  /** The manifest's section, by its own name. */
  readonly section: string;
  /** The version that is installed; undefined where it is not, or where nobody looked. */
  readonly installed?: string | undefined;
  /** The version that the lockfile holds. */
  readonly locked?: string | undefined;
}

/** What one ecosystem's manifest says of one folder. */
export interface Project {
  ecosystem: EcosystemId;
  /** The manifest, relative to the host's root. */
  file: string;
  name: string | undefined;
  /** What it runs on, with the range or the release that it asks for. */
  platform: { name: string; range: string } | undefined;
  packages: readonly DeclaredPackage[];
  /** All that the manifest says, where its ecosystem goes by more than this. */
  all?: Readonly<Record<string, unknown>> | undefined;
  /** The framework that it is built with; the version is the locked one, else what is declared. */
  framework: { name: string; version: string | undefined } | undefined;
}

/** What shall happen to one package of a manifest. */
export type PackageMove =
  | { move: 'put'; name: string; range: string; section: string }
  /** Another range in the place of the declared one, in the same section. */
  | { move: 'raise'; name: string; range: string }
  | { move: 'take out'; name: string };

/** How versions are compared, and ranges read. */
export interface VersionRules {
  satisfies(this: void, version: string, range: string): boolean;
  /** The same of a version that may be known in part only, as `7`; pre-releases count as well. */
  covers(this: void, range: string, version: string): boolean;
  isRange(this: void, text: string): boolean;
  /** The lowest version of a range; undefined where it has none. */
  lowest(this: void, range: string): string | undefined;
  /** Below, at or above 0, as the first is older, the same or newer. */
  compare(this: void, a: string, b: string): number;
}

/** A world of packages: its manifests, their workspaces, its versions. One folder each; reading only, so that a survey stays quick. */
export interface Ecosystem extends Marks {
  /** Its name, for people. */
  title: string;
  /** The language that its projects are written in; undefined where that is told by their files. */
  language?: string;
  /** The files that its tools look at, by their paths; undefined where no tools are tried on them. */
  sources?: RegExp;
  /** Ligament only reads it so far: nothing is attached there. */
  readOnly: boolean;
  /** Folders below the root that its manifest names as workspaces or modules, relative to it. Throws a Problem (status 2) for a broken one. */
  members(reader: Reader, root: string): Promise<string[]>;
  /** Whether a manifest names workspaces, as far as that can be told of one that cannot be read. */
  namesMembers(reader: Reader, root: string): boolean;
  /** What the manifest of a folder says; undefined where there is none. Throws a Problem (status 2) for a broken one. */
  read(reader: Reader, root: string, folder: string): Promise<Project | undefined>;
  /** The edits by which packages of a project move, in the manifest's own form. */
  edits(project: Project, moves: readonly PackageMove[]): Edit[];
  /** The package that an edit puts into a manifest; undefined for other edits. */
  packageOf(edit: Edit): string | undefined;
  /** Whether an edit sets the range of a package: of one that is there any range will do. */
  setsRange(edit: Edit): boolean;
  /** The version of a package that another one brings, as seen from a folder of the host; undefined where none is installed. */
  broughtVersion(reader: Reader, root: string, folder: string, name: string): string | undefined;
}
