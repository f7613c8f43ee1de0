import type { Context } from '../host/context.ts';
import { findDrift } from '../ledger/drift.ts';
import { readLedgers } from '../ledger/ledger.ts';
import type { ProofTask } from '../change/proof.ts';

/** Which of an integration's edits do not stand any more, in words: what a failed proof most likely misses. */
export async function missingEdits(
  { doors, catalog, host, facts }: Context,
  task: Pick<ProofTask, 'integration' | 'workspace'>,
): Promise<string[]> {
  const ledgers = await readLedgers(doors.files, host.root, task.workspace, catalog.proofs);
  const ledger = ledgers.find(({ integration }) => integration === task.integration);
  const workspace = facts.workspaces.find(({ folder }) => folder === task.workspace);
  if (!ledger || !workspace) return [];
  const drift = await findDrift(doors.files, host.root, ledger, () => workspace.style);
  return drift.map(({ what }) => what);
}
