import type { Ledger } from '../../ledger/record.ts';
import path from 'node:path';
import type { Context } from '../../host/context.ts';
import { hashOf } from '../../text/hash.ts';
import type { History, HistoryEntry } from '../../history/history.ts';
import { EXIT, Problem } from '../../problem.ts';
import { joinFiles, type ChangeSet, type FileChange } from '../../change/change-set.ts';
import { findUses } from './find-uses.ts';
import { staysByHand } from './stays-by-hand.ts';
import { goingMigrations } from '../shared/migration-runs.ts';
import { installSteps } from '../shared/install-steps.ts';
import { droppedPackages, planDetach } from './plan-detach.ts';

/**
 * Plans to take back one change: exactly where its files are as it left them; an attach else by its ledger. Throws a
 * Problem (status 3) where neither can be done.
 */
export async function planUndo(context: Context, history: History, entry: HistoryEntry): Promise<ChangeSet> {
  const moved: string[] = [];
  const files: FileChange[] = [];
  for (const { file, before, after, role, mode } of entry.files) {
    if (role === 'private') {
      moved.push(file);
      continue;
    }
    const now = context.reader.read(path.join(context.host.root, file));
    const image = before === null ? undefined : history.image(entry, before);
    if (before !== null && image === undefined) throw lost(entry, file);
    if (hashOf(now) === after) files.push({ file, before: now, after: image, role, mode: mode ?? undefined });
    else if (role !== 'lockfile') moved.push(file);
  }
  if (moved.length > 0)
    return {
      ...(await undoByLedger(context, entry, moved)),
      kind: 'undo',
      undoes: entry.number,
      title: `undo: ${entry.title}`,
    };
  const joined = joinFiles(files);
  const going = entry.kind === 'attach' ? ledgersOf(context, entry) : [];
  const dropped = droppedPackages(going, joined);
  return {
    kind: 'undo',
    undoes: entry.number,
    title: `undo: ${entry.title}`,
    parts: [],
    files: joined,
    dropped,
    uses: await findUses(context, going, { files: joined, dropped }),
    staying: await staysByHand(context, going),
    installs: installSteps(context, joined, 'brings the installed packages in line'),
    proofs: [],
    tell: [],
    warnings: (await goingMigrations(context, going, joined, false)).map(
      ({ file, holds }) =>
        `What ${file} made in the database stays: ${holds}. "ligament detach" with --with-data rolls the migration back first.`,
    ),
  };
}

async function undoByLedger(context: Context, entry: HistoryEntry, moved: readonly string[]): Promise<ChangeSet> {
  const ledgers = ledgersOf(context, entry);
  if (entry.kind === 'attach' && ledgers.length === entry.parts.length) return planDetach(context, ledgers);
  const secret = entry.files.find(({ role }) => role === 'private')?.file;
  throw new Problem({
    status: EXIT.refused,
    what: `The last change cannot be taken back: ${entry.title}`,
    ...(moved[0] === undefined ? {} : { where: { file: moved[0] } }),
    why: secret ? `what ${secret} held was kept nowhere` : `${moved.join(', ')} changed since`,
    next:
      entry.kind === 'detach' ? 'Nothing was changed. Attach the integration again instead.' : 'Nothing was changed.',
  });
}

/** The records of what a change attached, as far as they are still there. */
function ledgersOf(context: Context, entry: HistoryEntry): Ledger[] {
  return context.ledgers.filter((ledger) =>
    entry.parts.some(
      ({ integration, workspace }) => ledger.integration === integration && ledger.workspace === workspace,
    ),
  );
}

function lost(entry: HistoryEntry, file: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `The last change cannot be taken back: ${entry.title}`,
    where: { file },
    why: 'how the file was before is not kept any more',
    next: 'Nothing was changed.',
  });
}
