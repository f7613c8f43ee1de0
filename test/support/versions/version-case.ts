import type { MadeUpPackages } from '../../../demo/registry/made-up.ts';

/** One question of versions: what the registry has, what the host is, what is attached, and what must come of it. */
export interface VersionCase {
  registry: MadeUpPackages;
  tags?: Record<string, Record<string, string>>;
  /** The host's manifest, beside its name. */
  host?: Record<string, unknown>;
  /** Further files of the host. */
  files?: Record<string, string>;
  /** Whether the host's packages are installed before. */
  installed?: boolean;
  /** The way's packages: range, and section where it is not development. */
  wants: Record<string, string | { range: string; section: 'production' | 'development' | 'peer' | 'optional' }>;
  /** Options of attach. */
  options?: string[];
  /** The workspace, where it is not the root. */
  workspace?: string;
  /** What must be installed then, by package. */
  gets?: Record<string, string>;
  /** Parts of the reasons that must be told. */
  tells?: string[];
  /** What the manifest must then have, by package. */
  writes?: Record<string, string>;
  /** For a clash: parts of the message, in which the real npm must fail as well. */
  clash?: string[];
  /** Why npm itself does not fail although there is a clash. */
  npmAgrees?: false;
}
