import type { ProofTask } from './proof.ts';

// What only reads the sources comes first, what builds after it, and what writes sources anew last.
const ORDER: readonly ProofTask['spec']['proof'][] = [
  'editor-settings',
  'lint',
  'run',
  'built-css',
  'page',
  'http',
  'format',
  'commit',
];

/** Proofs in the order in which they can follow each other in one copy. */
export function inProvingOrder(tasks: readonly ProofTask[]): ProofTask[] {
  return [...tasks].sort((a, b) => ORDER.indexOf(a.spec.proof) - ORDER.indexOf(b.spec.proof));
}
