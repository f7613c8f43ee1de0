import path from 'node:path';
import type { ViewDoors } from './lock-view.ts';
import { recoveryNeeded } from './recovery-needed.ts';
import { hasRecords } from '../history/state-folder.ts';

/**
 * What is to be known of a project before it is looked at: another Ligament at work in it, or a change that was cut off. In words, or
 * undefined where there is nothing. Cheap where there is not, as nearly always.
 */
export async function whatGoesOn(doors: ViewDoors, root: string): Promise<string | undefined> {
  if (isQuiet(doors, root)) return undefined;
  const { holderInWords, viewLock } = await import('./lock-view.ts');
  const { findUnfinished } = await import('./journal.ts');
  const view = viewLock(doors, root);
  if (view.state === 'running' || view.state === 'unseen')
    return `${holderInWords(view.who, view.state)} is at work in this project: what is shown may be from the middle of it.`;
  if (view.state === 'lost')
    return `${view.problem.parts.what}: ${view.problem.parts.why ?? ''}. Shown is how it is now.`;
  const cut = findUnfinished(doors, root);
  return cut && `A change was cut off (${cut.journal.title}): run ligament recover. Shown is how it is now.`;
}

/** Throws a Problem (status 5) where a change of this host was cut off, or its lock is nobody's that can be told. */
export async function refuseUnfinished(doors: ViewDoors, root: string): Promise<void> {
  if (isQuiet(doors, root)) return;
  const { viewLock } = await import('./lock-view.ts');
  const { findUnfinished } = await import('./journal.ts');
  const view = viewLock(doors, root);
  if (view.state === 'lost') throw view.problem;
  const cut = findUnfinished(doors, root);
  if (cut) throw recoveryNeeded(cut.journal);
}

function isQuiet({ files, environment }: ViewDoors, root: string): boolean {
  return files.kind(path.join(root, '.ligament/lock')) === undefined && !hasRecords(files, environment);
}
