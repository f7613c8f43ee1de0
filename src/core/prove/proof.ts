import type { ProofSpec } from '../definition/schema.ts';

/** A proof to be carried out for one workspace. */
export interface ProofTask {
  integration: string;
  title: string;
  workspace: string;
  spec: ProofSpec;
  choices: Record<string, string>;
  /** Its words are somebody's own, not of a definition that ships: what it runs needs consent of its own. */
  foreign?: boolean | undefined;
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
  milliseconds: number;
  /** Why it could be looked at in part only: what could be is well, so that it neither held nor failed. */
  unseen?: string | undefined;
}

/** What a proof will check, in words for a preview. */
export function describeProof({ workspace, spec }: ProofTask): string {
  const what = workspace === '.' ? 'the project' : workspace;
  switch (spec.proof) {
    case 'built-css': {
      const properties = Object.keys(spec.declares).join(', ');
      return `builds a copy of ${what} with one class that nobody uses, and looks for its rule (${properties}) in the built CSS`;
    }
    case 'page':
      return `builds a copy of ${what}, serves it on 127.0.0.1, and looks at its pages in a browser`;
    case 'http':
      return `starts a copy of ${what} on 127.0.0.1 and asks it: ${spec.checks}`;
    case 'lint':
      return `lets ${spec.program} read every source of a copy of ${what}, and find one planted mistake`;
    case 'format':
      return `writes sources of a copy of ${what} anew, and checks that nothing is left to change`;
    case 'commit':
      return `commits a planted file in a copy of ${what}, through the hook`;
    case 'editor-settings':
      return `reads what the settings say of every source of ${what}, and compares it with how it is written`;
    case 'run':
      return `${spec.checks}, in a copy of ${what}`;
  }
}
