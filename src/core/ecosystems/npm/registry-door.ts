import type { PublishedFacts } from '../work.ts';

declare module '../../ports.ts' {
  interface PackageSources {
    /** Opens the registry that the host's package manager is set to, with its credentials. */
    npm(hostRoot: string): Promise<RegistryDoor>;
  }
}

/** What a package registry tells of one package (the npm registry's packument, as far as versions are chosen by it). */
export interface Packument {
  name: string;
  'dist-tags': Record<string, string>;
  versions: Record<string, PackageVersion>;
}

export interface PackageVersion {
  version: string;
  engines?: Record<string, string> | undefined;
  os?: string[] | undefined;
  cpu?: string[] | undefined;
  libc?: string[] | undefined;
  dependencies?: Record<string, string> | undefined;
  optionalDependencies?: Record<string, string> | undefined;
  peerDependencies?: Record<string, string> | undefined;
  peerDependenciesMeta?: Record<string, { optional?: boolean }> | undefined;
  deprecated?: string | boolean | undefined;
  /** It has a script that runs when it is installed. */
  hasInstallScript?: boolean | undefined;
}

export interface RegistryDoor {
  /**
   * What the registry knows of a package; undefined where it does not have it. Throws a Problem where it cannot be
   * asked, or where nothing may be fetched and it was never asked before.
   */
  packument(name: string): Promise<Packument | undefined>;
  /** The archive (tar, gzip) of one version of a package; undefined where it does not have that. Throws as `packument` does. */
  archive?(name: string, version: string): Promise<Uint8Array | undefined>;
  /**
   * What is known to be wrong with versions of packages (by name), as far as the registry tells; nothing where it does not, where
   * nothing may be fetched, or where the settings say that it is not to be asked (`audit`).
   */
  advisories?(versions: Readonly<Record<string, readonly string[]>>): Promise<Advisory[]>;
  /** What is published of one version; undefined where it is not told, or was never told before and nothing may be fetched. Never throws. */
  published?(name: string, version: string): Promise<PublishedFacts | undefined>;
  /** How packages are saved and installed by the host's and the user's settings. */
  packageSettings(): Promise<PackageSettings>;
}

/** One thing that is known to be wrong with some versions of a package. */
export interface Advisory {
  name: string;
  title: string;
  severity: string;
  /** The versions that have it, as a range. */
  range: string;
  url: string | undefined;
}

/** Settings of npm's that say how packages are saved and installed. */
export interface PackageSettings {
  saveExact: boolean;
  /** Undefined where nobody has set it. */
  savePrefix: string | undefined;
  ignoreScripts: boolean;
  /** What `engines` say binds everybody. */
  engineStrict?: boolean;
}
