import type { ProofKinds } from '../definition/proof-kind.ts';
import type { ChangeRecord } from './change-record.ts';
import type { ProofResult, ProofTask } from '../change/proof.ts';

/** What is told while a change set is carried out. */
export type ApplyEvent =
  | { step: 'writing'; files: number }
  | { step: 'installing'; command: string }
  | { step: 'running'; command: string }
  | { step: 'proving'; task: ProofTask }
  | { step: 'putting back' }
  | { step: 'done' };

export interface ApplyOptions {
  root: string;
  /** The record of the command that has the host's lock. */
  lock?: ChangeRecord | undefined;
  workspaces: readonly string[];
  /** Host-relative files that the host's manager writes when it installs: its lockfile first. */
  managed: readonly string[];
  install: boolean;
  /** Of which kinds the proofs may be that records have. */
  kinds: ProofKinds;
  /** Carries out a proof; undefined where none is wanted. */
  prove: ((task: ProofTask) => Promise<ProofResult>) | undefined;
  signal: AbortSignal;
  onEvent: (event: ApplyEvent) => void;
}
