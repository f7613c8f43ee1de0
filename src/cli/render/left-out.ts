import type { ChangeSet } from '../../core/change/change-set.ts';

/** What somebody wants done with a change. */
export interface WantedRuns {
  install: boolean;
  prove: boolean;
}

/** A change set with only what will be run, and notes on what will not. Without its packages nothing can be proved, nor any program of theirs run. */
export function wantedOf(planned: ChangeSet, { install, prove }: WantedRuns): { changes: ChangeSet; notes: string[] } {
  const notes: string[] = [];
  let changes = planned;
  if (!install) {
    if (planned.installs.length > 0) notes.push('Nothing is installed: that is left to you.');
    const scripts = (planned.scripts ?? []).filter(({ by }) => by !== 'manager');
    changes = { ...changes, installs: [], commands: [], scripts };
  }
  if (!install || !prove) {
    if (planned.proofs.length > 0) notes.push('Nothing is proved: "ligament prove" does it later.');
    changes = { ...changes, proofs: [] };
  }
  return { changes, notes };
}
