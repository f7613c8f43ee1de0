import type { Context } from '../context.ts';
import type { ProofResult, ProofTask } from './proof.ts';

type Prover = (context: Context, task: ProofTask, signal: AbortSignal) => Promise<ProofResult>;

/** How each kind of proof is made; each is loaded only when one of its kind is to be made. */
const PROVERS: Record<ProofTask['spec']['proof'], () => Promise<Prover>> = {
  'built-css': async () => (await import('./built-css.ts')).proveBuiltCss,
  page: async () => (await import('./page.ts')).provePage,
  lint: async () => (await import('./lint.ts')).proveLint,
  format: async () => (await import('./format-proof.ts')).proveFormat,
  commit: async () => (await import('./commit-proof.ts')).proveCommit,
  'editor-settings': async () => (await import('./editor-settings.ts')).proveEditorSettings,
  run: async () => (await import('./run.ts')).proveRun,
};

/** Makes a proof on a host as it is now. */
export async function prove(context: Context, task: ProofTask, signal: AbortSignal): Promise<ProofResult> {
  const prover = await PROVERS[task.spec.proof]();
  return prover(context, task, signal);
}
