import type { FormatOperation } from './formats/formats.ts';
import type { Refusal } from './formats/format.ts';
import type { JointName } from './definition/joint-names.ts';
import type { Tie } from './definition/ties.ts';

/** A tie resolved to one file: data, not code. */
export type Edit = FormatOperation & {
  /** Path relative to the host's root. */
  file: string;
  /** What the file begins with where it is not there yet; absent for files that must be there. */
  seed?: string | undefined;
  /** The file holds secrets: nothing of what stands in it is shown or recorded, but what is put in. */
  private?: boolean | undefined;
  /** A new file is one that can be run. */
  executable?: boolean | undefined;
};

/** The edit that makes a file. */
export function wholeFile(file: string, text: string, generated?: boolean): Edit {
  return { file, format: 'whole', operation: { op: 'file', text, ...(generated ? { generated } : {}) }, seed: text };
}

export interface Joint {
  name: JointName;
  /** `present`: it is there; `makeable`: the stack knows how to make it; `blocked`: it cannot be reached safely. */
  state: 'present' | 'makeable' | 'blocked';
  /** Path relative to the host's root. */
  file: string;
  /** Counted from 1; absent where the whole file is meant or the file is not there yet. */
  line?: number | undefined;
  /** What is there, or what would be made, in a few words. */
  detail: string;
  /** It is in whatever file a definition names: a survey has nothing to show of it. */
  anywhere?: boolean;
  /** Why it is blocked, and what can be done by hand. */
  refusal?: Refusal | undefined;
  /** The edits by which a tie is made here. */
  tie(tie: Tie): Edit[];
}

/**
 * A joint that cannot be reached. Where `tie` is given its edits will be refused by the format with the exact handwork;
 * else the refusal's own handwork is all that can be said.
 */
export function blockedJoint(
  name: JointName,
  file: string,
  detail: string,
  refusal: Refusal,
  tie: Joint['tie'] = () => [],
): Joint {
  return { name, state: 'blocked', file, line: refusal.line, detail, refusal, tie };
}
