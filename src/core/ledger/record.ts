import path from 'node:path';
import type { UsePatterns, KeptData, People } from '../definition/parts.ts';
import type { Signs } from '../definition/signs.ts';
import type { ProofSpec } from '../definition/proof-kind.ts';
import type { Source, KeptDefinition } from './kept-schema.ts';
import type { OwnedEdits } from '../edits/edit.ts';
/** The folder, below a workspace, of the records of what is attached to it. */
export const LEDGER_FOLDER = '.ligament/attached';

/** The format in which records are written. Older ones are read, and written anew when they next change. */
export const LEDGER_FORMAT = 4;

/** The way of what was set up by hand. */
export const ADOPTED = 'adopted';

/** The record of one integration attached to one workspace. Paths of its edits are relative to the host's root. */
export interface Ledger extends OwnedEdits {
  /** Where its definition came from; undefined in records of the first format, which did not say. */
  source?: Source | undefined;
  /** Of a definition that did not ship with Ligament: what it is fitted by when something beside it comes or goes. */
  kept?: KeptDefinition | undefined;
  title: string;
  /** Which side of the workspace it is attached to, where that has more than one. */
  side?: 'browser' | 'server' | 'tools' | undefined;
  way: string;
  /** It was set up by hand, and recognised by these signs: what Ligament has put in is `edits` alone. */
  adopted?: Signs | undefined;
  choices: Record<string, string>;
  /** What rounds it off and was left out, by name. */
  without?: string[] | undefined;
  /** What the manifest got: ranges by package. */
  packages: Record<string, string>;
  proofs: ProofSpec[];
  /** Files that its commands have made, relative to the host's root, as they were then (SHA-256). */
  made?: { file: string; sha256: string }[] | undefined;
  /** What uses of it in the host's sources look like. */
  uses?: UsePatterns | undefined;
  /** What the app makes while it runs, in the workspace. */
  data?: KeptData[] | undefined;
  /** Migrations among its files, relative to the workspace, and what their tables hold. */
  migrations?: Migration[] | undefined;
  people?: People | undefined;
}

export interface Migration {
  file: string;
  holds: string;
}

/** The host-relative path of a ledger; a colon stands in no file name of Windows (Naming Files, Paths, and Namespaces). */
export function ledgerFile(workspace: string, integration: string): string {
  return path.posix.join(workspace, LEDGER_FOLDER, `${integration.replace('/', '+').replace(':', '.')}.json`);
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
    migrations,
    people,
    source,
    kept,
    side,
    adopted,
    without,
  } = record;
  const shown = editsIn(edits, workspace);
  const madeHere = made?.map(({ file, sha256 }) => ({ file: path.posix.relative(workspace, file), sha256 }));
  const byName = Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1));
  const ranges = Object.fromEntries(byName);
  const value = {
    ledger: LEDGER_FORMAT,
    integration,
    source,
    title,
    side,
    way,
    adopted,
    choices,
    without,
    packages: ranges,
    edits: shown,
    proofs,
    uses,
    made: madeHere,
    data,
    migrations,
    people,
    kept,
  };
  return `${JSON.stringify(value, null, 2)}\n`;
}

/** Edits as they are written down: files from the workspace on, those of the host outside of it as such. */
function editsIn(edits: Ledger['edits'], workspace: string): unknown[] {
  const prefix = workspace === '.' ? '' : `${workspace}/`;
  return edits.map(({ file, format, operation, seed, made: isNew, private: hidden, executable, splices }) => ({
    ...(file.startsWith(prefix) ? { file: file.slice(prefix.length) } : { file, of: 'host' }),
    format,
    operation,
    ...(seed === undefined ? {} : { seed }),
    ...(isNew ? { made: true } : {}),
    ...(hidden ? { private: true } : {}),
    ...(executable ? { executable: true } : {}),
    splices,
  }));
}
