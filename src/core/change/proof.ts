import type { FailedProof } from '../problem.ts';
import type { ProofSpec } from '../definition/proof-kind.ts';

/** A proof to be carried out for one workspace. */
export interface ProofTask {
  integration: string;
  title: string;
  workspace: string;
  /** The workspace by its name. */
  workspaceName?: string | undefined;
  /** The side of the workspace that it is about. */
  side?: 'browser' | 'server' | 'tools' | undefined;
  spec: ProofSpec;
  choices: Record<string, string>;
  /** It is set up by hand: it is proved before it counts as attached. */
  adopts?: boolean | undefined;
  /** Its words are somebody's own, not of a definition that ships: what it runs needs consent of its own. */
  foreign?: boolean | undefined;
  /** What it will check, in words for a preview. */
  words: string;
  /** It has something run, or put into the copy, that its definition alone has thought of. */
  ownCode: boolean;
  /** Its place among others in one copy. */
  order: number;
  /** The commands that it runs in the copy, as a developer would type them. */
  runs?: readonly string[] | undefined;
}

export interface ProofResult {
  task: ProofTask;
  held: boolean;
  /** What was checked, in words. */
  checked: string;
  /** What was missed, where, and the lines of the tools' output that matter; empty where it held. */
  missed: string[];
  output?: string | undefined;
  /** All of that output, and the file of the user's own state that it is kept in. */
  whole?: string | undefined;
  log?: string | undefined;
  milliseconds: number;
  /** Of one that failed where something was to be adopted: whether the project itself fails without what the proof plants, in words. */
  ownState?: string | undefined;
  /** Why it could be looked at in part only: what could be is well, so that it neither held nor failed. */
  unseen?: string | undefined;
}

/** A proof that failed, with all that helps to see why: the same for every output. */
export function failedProof(
  { task, checked, missed, output, log }: ProofResult,
  before: readonly ProofResult[],
): FailedProof {
  const { title, integration, workspace, side, spec, words } = task;
  const held = before.map((one) => `${one.task.title} on ${placeOf(one.task)}: ${one.checked}`);
  return { title, integration, workspace, side, kind: spec.proof, promised: words, checked, missed, held, output, log };
}

/** Where a proof is made, in words. */
export function placeOf({
  workspace,
  workspaceName,
  side,
}: Pick<ProofTask, 'workspace' | 'workspaceName' | 'side'>): string {
  const name = workspaceName ?? (workspace === '.' ? 'the project' : workspace);
  return side === 'browser' || side === 'server' ? `${name} (${side})` : name;
}

/** Proofs in the order in which they can follow each other in one copy. */
export function inProvingOrder(tasks: readonly ProofTask[]): ProofTask[] {
  return [...tasks].sort((a, b) => a.order - b.order);
}
