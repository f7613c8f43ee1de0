import type { Release } from './lock.ts';

declare module '../../ports.ts' {
  interface PackageSources {
    /** Opens the repositories that a Composer project (absolute folder) and its user name, with their credentials. */
    composer(folder: string): Promise<ComposerSource>;
  }
}

/** What repositories tell of one package. */
export interface ComposerPackage {
  name: string;
  releases: readonly Release[];
}

export interface ComposerSource {
  /**
   * What the first repository that has a package knows of it; undefined where none has. Throws a Problem where one cannot be asked, or where
   * nothing may be fetched and it was never asked before.
   */
  package(name: string): Promise<ComposerPackage | undefined>;
  /** Keeps what Composer itself has found of packages, for when nothing may be fetched. */
  keep(releases: readonly Release[]): void;
  /** Every package that is known without asking anybody. */
  known(name: string): ComposerPackage | undefined;
}
