import type { Definition } from '../../definition/definition.ts';

/** One integration that is to be attached to one workspace. */
export interface AttachRequest {
  definition: Definition;
  /** The workspace's folder. */
  workspace: string;
  /** The side of it; where nothing is said the one that it fits. */
  side?: 'browser' | 'server' | 'tools' | undefined;
  /** What was chosen, by key; `way` chooses the way. */
  choices: Record<string, string>;
  /** What rounds it off and is not wanted, by name. */
  without?: readonly string[];
  /** The definition did not ship with Ligament. */
  foreign?: boolean;
}

export interface AttachWishes {
  /** Ranges or tags that were asked for, by package. */
  take: Readonly<Record<string, string>>;
  /** Packages that are declared in another section than they belong into are moved. */
  movePackages: boolean;
  /** Workspaces that an integration does not fit are left out instead of refused. */
  whereItFits: boolean;
  /** Of what is set up by hand already: what would round it off comes too. */
  complete?: boolean;
  /** The migrations that come are run on the project's database, too. */
  withData?: boolean;
}
