import type { Ledger } from '../../ledger/record.ts';
import path from 'node:path';
import { readContext, type Context } from '../../host/context.ts';
import { overlay } from '../../edits/overlay.ts';
import { joinFiles, type FileChange } from '../../change/change-set.ts';
import { refitOne } from './refit.ts';
import { ownerOf } from '../../edits/replay.ts';

// What is fitted may bring packages that others have conditions on; there is an end to it.
const MOST_ROUNDS = 40;

/**
 * What has to change in what is attached once `files` are changed: until nothing does any more. The words tell of it, an
 * integration each; `planned` is the host as it will be with all of it.
 */
export async function fitAround(
  context: Context,
  files: readonly FileChange[],
): Promise<{ files: FileChange[]; words: string[]; ledgers: Ledger[]; planned: Context }> {
  const changes: FileChange[] = [];
  const words = new Set<string>();
  const ledgers = new Map<string, Ledger>();
  let planned = await asPlanned(context, joinFiles(files));
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    // One at a time: two of them may change the same file.
    const fitted = await refitOne(context, planned);
    if (!fitted) break;
    changes.push(...fitted.files);
    planned = await asPlanned(context, joinFiles([...files, ...changes]));
    const { ledger, title, packages } = fitted.refitted;
    ledgers.set(ownerOf(ledger), ledger);
    const coming = packages.map(({ name }) => name);
    words.add(`${title} is adjusted to fit${coming.length > 0 ? `, with ${coming.join(' and ')}` : ''}.`);
  }
  return { files: changes, words: [...words], ledgers: [...ledgers.values()], planned };
}

/** The host as it will be once what is planned so far is done. */
export function asPlanned(context: Context, files: readonly FileChange[]): Promise<Context> {
  const changed = new Map(files.map(({ file, after }) => [path.join(context.host.root, file), after]));
  return readContext(context.doors, context.catalog, context.host.root, overlay(context.doors.files, changed));
}
