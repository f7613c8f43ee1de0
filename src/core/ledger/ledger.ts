import path from 'node:path';
import { readText } from '../doors/text.ts';
import type { KeptData, People, ProofSpec, UsePatterns } from '../definition/schema.ts';
import type { KeptDefinition, Source } from './kept-definition.ts';
import type { Edit } from '../joints.ts';
import type { Reader } from '../ports.ts';
import type { HostPlace } from '../survey/host.ts';
import type { SpliceRecord } from '../text/splices.ts';

/** The folder, below a workspace, of the records of what is attached to it. */
export const LEDGER_FOLDER = '.ligament/attached';

/** The format in which records are written. Older ones are read, and written anew when they next change. */
export const LEDGER_FORMAT = 2;

/** An edit as it was made: enough to take it back. */
export type MadeEdit = Edit & { splices: SpliceRecord[]; made?: boolean | undefined };

/** The record of one integration attached to one workspace. Paths of its edits are relative to the host's root. */
export interface Ledger {
  integration: string;
  /** Where its definition came from; undefined in records of the first format, which did not say. */
  source?: Source | undefined;
  /** Of a definition that did not ship with Ligament: what it is fitted by when something beside it comes or goes. */
  kept?: KeptDefinition | undefined;
  title: string;
  way: string;
  /** The workspace's folder. */
  workspace: string;
  choices: Record<string, string>;
  /** What the manifest got: ranges by package. */
  packages: Record<string, string>;
  edits: MadeEdit[];
  proofs: ProofSpec[];
  /** Files that its commands have made, relative to the host's root, as they were then (SHA-256). */
  made?: { file: string; sha256: string }[] | undefined;
  /** What uses of it in the host's sources look like. */
  uses?: UsePatterns | undefined;
  /** What the app makes while it runs, in the workspace. */
  data?: KeptData[] | undefined;
  people?: People | undefined;
}

/** The host-relative path of a ledger. */
export function ledgerFile(workspace: string, integration: string): string {
  return path.posix.join(workspace, LEDGER_FOLDER, `${integration.replace('/', '+')}.json`);
}

/** All ledgers of a workspace in the order of their integrations. Throws a Problem (status 2) for one that is broken. */
export async function readLedgers(reader: Reader, root: string, workspace: string): Promise<Ledger[]> {
  // Most workspaces have none: that is told sooner than what a missing folder holds.
  if (reader.kind(path.join(root, workspace, path.posix.dirname(LEDGER_FOLDER))) === undefined) return [];
  const folder = path.join(root, workspace, LEDGER_FOLDER);
  const files = reader.list(folder).filter(({ name }) => name.endsWith('.json'));
  if (files.length === 0) return [];
  const { parseLedger } = await import('./parse-ledger.ts');
  return files.flatMap(({ name }) => {
    const file = path.join(folder, name);
    const text = readText(reader, file);
    // Gone since it was listed: another command has just taken that integration out.
    if (text === undefined && reader.read(file) === undefined) return [];
    return parseLedger(text ?? '', path.posix.join(workspace, LEDGER_FOLDER, name), workspace);
  });
}

/** Every ledger of a host. */
export async function allLedgers(reader: Reader, host: HostPlace): Promise<Ledger[]> {
  const ledgers: Ledger[] = [];
  for (const { folder } of host.workspaces) ledgers.push(...(await readLedgers(reader, host.root, folder)));
  return ledgers;
}

/** The text of a ledger: the same for the same record, so that it is quiet in version control. */
export function renderLedger(record: Ledger): string {
  const {
    workspace,
    edits,
    integration,
    title,
    way,
    choices,
    packages,
    proofs,
    uses,
    made,
    data,
    people,
    source,
    kept,
  } = record;
  const prefix = workspace === '.' ? '' : `${workspace}/`;
  const shown = edits.map(({ file, format, operation, seed, made: isNew, private: hidden, executable, splices }) => ({
    ...(file.startsWith(prefix) ? { file: file.slice(prefix.length) } : { file, of: 'host' }),
    format,
    operation,
    ...(seed === undefined ? {} : { seed }),
    ...(isNew ? { made: true } : {}),
    ...(hidden ? { private: true } : {}),
    ...(executable ? { executable: true } : {}),
    splices,
  }));
  const madeHere = made?.map(({ file, sha256 }) => ({ file: path.posix.relative(workspace, file), sha256 }));
  const byName = Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1));
  const ranges = Object.fromEntries(byName);
  const value = {
    ledger: LEDGER_FORMAT,
    integration,
    source,
    title,
    way,
    choices,
    packages: ranges,
    edits: shown,
    proofs,
    uses,
    made: madeHere,
    data,
    people,
    kept,
  };
  return `${JSON.stringify(value, null, 2)}\n`;
}
