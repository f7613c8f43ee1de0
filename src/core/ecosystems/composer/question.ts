import type { Question } from '../../resolve/question.ts';
import type { Release } from './lock.ts';
import type { Platform } from './platform.ts';
import type { Stability } from './versions.ts';

/** What is asked of Composer's world: beside wants and what the project requires, what is locked, what runs here, and how stable things must be. */
export interface ComposerQuestion extends Question {
  platform: Platform | undefined;
  /** The packages that the lockfile holds, whoever brings them. */
  locked: ReadonlyMap<string, Release>;
  /** The constraints of the project's own requirements, and in which section they stand. */
  required: ReadonlyMap<string, string>;
  stability: { minimum: Stability; preferStable: boolean; flags: ReadonlyMap<string, Stability> };
  /** Packages of the project's own that stand in for others (`replace`, `provide`), with their constraints. */
  standIns: Readonly<Record<string, string>>;
  /** The project's own requirements that objections have spoken of: what might have to be raised first. */
  spoken: Set<string>;
}
