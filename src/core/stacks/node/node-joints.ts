import { entryJoint } from '../../joints/entry-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { plainTraits } from '../../joints/plain-traits.ts';
import { serverEntry } from '../../joints/server-entry.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';

/** The joints of a package that runs on Node.js by itself; one that is started by a script has a boot module. */
export async function readNode(ground: Ground): Promise<StackReading> {
  const { scripts } = ground.workspace.manifest;
  const entry = scripts.start === undefined && scripts.dev === undefined ? undefined : serverEntry(ground);
  return {
    joints: [...(entry ? [entryJoint(ground, entry)] : []), ...(await packageJoints(ground))],
    traits: { ...plainTraits(ground), serve: entry?.serve, readsEnvironment: entry?.readsEnvironment },
  };
}
