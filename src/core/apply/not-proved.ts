import type { ChangeSet } from '../change/change-set.ts';
import { failedProof, placeOf, type ProofResult } from '../change/proof.ts';
import { EXIT, Problem } from '../problem.ts';

/** The problem of a proof that failed: of what was to be adopted nothing was changed but a record. */
export function notProved(changes: ChangeSet, result: ProofResult, before: readonly ProofResult[]): Problem {
  const { task, ownState } = result;
  const proof = failedProof(result, before);
  if (task.adopts)
    return new Problem({
      status: changes.files.every(({ role }) => role === 'record') ? EXIT.refused : EXIT.putBack,
      what: `${task.title} is set up on ${placeOf(task)} already, but its proof failed`,
      next: [ownState, '--no-prove adopts it without a proof.'].filter(Boolean).join(' '),
      proof,
    });
  return new Problem({
    status: EXIT.putBack,
    what: `The proof of ${task.title} on ${placeOf(task)} failed`,
    next: 'If it fails without the integration too, fix that first; --no-prove attaches without a proof.',
    proof,
  });
}
