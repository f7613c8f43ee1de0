import type { Machine } from '../../ports.ts';
import type { Question } from '../../resolve/question.ts';

/** What a package may be made for (package.json, "os", "cpu" and "libc" as npm reads them). */
export type Platform = Omit<Machine, 'node' | 'user'>;

/** A range that the host's manifest puts in the place of others' own. */
export interface Override {
  /** The package whose range is replaced. */
  name: string;
  /** Only ranges that this one covers; undefined for all. */
  of: string | undefined;
  /** Only where one of these packages asks for it, with the range of its versions; undefined for everywhere. */
  under: { name: string; range: string | undefined } | undefined;
  /** What stands in the place; undefined: it is not asked for at all. */
  range: string | undefined;
  /** Of peers only: the range is good as well, and what was asked for stays good. */
  widens?: true;
}

/** The Node.js versions that a project says it runs on (package.json, "engines"). */
export interface ProjectEngines {
  range: string;
  /** The manifest that says so. */
  file: string;
  /** The settings hold everybody to it (`engine-strict`); else it is a preference. */
  binds?: boolean;
  /** Packages that are not asked for it: tools, which need the Node.js that runs them, and those that have no version for all of it. */
  except?: ReadonlySet<string>;
}

/** What is asked of npm's world: beside wants and packages that are there, what runs here and what the root's manifest overrides. */
export interface NpmQuestion extends Question {
  /** The Node.js that runs here; undefined: any. */
  node: string | undefined;
  /** The Node.js versions that the host says it runs on. */
  engines: ProjectEngines | undefined;
  platform: Platform | undefined;
  overrides: readonly Override[];
}
