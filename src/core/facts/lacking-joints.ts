import { JOINTS, type JointName } from '../definition/joints.ts';
import type { StackFacts } from '../stacks/sides.ts';

/** Joints that a stack does not have, in words. */
export function lacking({ title, outside, absent = {} }: StackFacts, names: readonly JointName[]): string[] {
  if (outside !== undefined && names.length > 0) return [outside];
  const unexplained = names.filter((name) => absent[name] === undefined).map((name) => JOINTS[name].what);
  const explained = names.flatMap((name) => absent[name] ?? []).map((words) => `${title} ${words}`);
  return [...explained, ...(unexplained.length > 0 ? [`${title} has no place for ${unexplained.join(' and ')}`] : [])];
}
