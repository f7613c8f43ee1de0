import type { ProofSpec } from '../definition/schema.ts';

/** A proof to be carried out for one workspace. */
export interface ProofTask {
  integration: string;
  title: string;
  workspace: string;
  spec: ProofSpec;
  choices: Record<string, string>;
}

export interface ProofResult {
  task: ProofTask;
  held: boolean;
  /** What was checked, in words. */
  checked: string;
  /** What was missed, where, and the lines of the tools' output that matter; empty where it held. */
  missed: string[];
  output?: string | undefined;
  milliseconds: number;
}

/** What a proof will check, in words for a preview. */
export function describeProof(task: ProofTask): string {
  const properties = Object.keys(task.spec.declares).join(', ');
  return `builds a copy of ${task.workspace === '.' ? 'the project' : task.workspace} with one class that nobody uses, and looks for its rule (${properties}) in the built CSS`;
}
