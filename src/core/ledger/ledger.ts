import type { Catalog } from '../definition/catalog.ts';
import { LEDGER_FOLDER } from './record.ts';
import type { Ledger } from './record.ts';
import path from 'node:path';
import { readText } from '../text/utf8.ts';
import type { Reader } from '../ports.ts';
import type { HostPlace } from '../survey/host.ts';

/** All ledgers of a workspace in the order of their integrations. Throws a Problem (status 2) for one that is broken. */
export async function readLedgers(
  reader: Reader,
  root: string,
  workspace: string,
  proofs: Catalog['proofs'],
): Promise<Ledger[]> {
  // Most workspaces have none: that is told sooner than what a missing folder holds.
  if (reader.kind(path.join(root, workspace, path.posix.dirname(LEDGER_FOLDER))) === undefined) return [];
  const folder = path.join(root, workspace, LEDGER_FOLDER);
  const files = reader.list(folder).filter(({ name }) => name.endsWith('.json'));
  if (files.length === 0) return [];
  const { parseLedger } = await import('./parse-ledger.ts');
  const kinds = await proofs();
  return files.flatMap(({ name }) => {
    const file = path.join(folder, name);
    const text = readText(reader, file);
    // Gone since it was listed: another command has just taken that integration out.
    if (text === undefined && reader.read(file) === undefined) return [];
    return parseLedger(text ?? '', path.posix.join(workspace, LEDGER_FOLDER, name), workspace, kinds);
  });
}

/** Every ledger of a host. */
export async function allLedgers(reader: Reader, host: HostPlace, proofs: Catalog['proofs']): Promise<Ledger[]> {
  const ledgers: Ledger[] = [];
  for (const { folder } of host.workspaces) ledgers.push(...(await readLedgers(reader, host.root, folder, proofs)));
  return ledgers;
}
