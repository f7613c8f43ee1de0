import type { JointName } from '../definition/joints.ts';
import type { Tie, TieOf } from '../definition/ties.ts';
import type { Edit } from '../edits/edit.ts';
import type { Refusal } from '../formats/format.ts';

/** One place of a host where something can be tied; it takes no tie of another joint. */
export interface JointOf<Name extends JointName> {
  name: Name;
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
  tie(tie: TieOf<Name>): Edit[];
}

/** A joint of one of some names: any where none is given. */
export type Joint<Name extends JointName = JointName> = { [One in Name]: JointOf<One> }[Name];

/** The edits by which a tie is made at its joint; none where the stack has no such joint. */
export function tieAt(joints: readonly Joint[], tie: Tie): Edit[] {
  const joint = joints.find(({ name }) => name === tie.at);
  // The names are the same, so that the tie is one of this joint's.
  return (joint?.tie as ((one: Tie) => Edit[]) | undefined)?.(tie) ?? [];
}

/**
 * A joint that cannot be reached. Where `tie` is given its edits will be refused by the format with the exact handwork;
 * else the refusal's own handwork is all that can be said.
 */
export function blockedJoint<Name extends JointName>(
  name: Name,
  file: string,
  detail: string,
  refusal: Refusal,
  tie: JointOf<Name>['tie'] = () => [],
): JointOf<Name> {
  return { name, state: 'blocked', file, line: refusal.line, detail, refusal, tie };
}
