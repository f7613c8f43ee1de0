import path from 'node:path';
import * as z from 'zod/mini';
import { readText } from '../doors/text.ts';
import { FORMAT_NAMES } from '../formats/formats.ts';
import type { Edit } from '../joints.ts';
import { EXIT, Problem } from '../problem.ts';
import type { Reader } from '../ports.ts';
import type { SpliceRecord } from '../text/splices.ts';
import { proofSpec } from '../definition/schema.ts';

/** The folder, below a workspace, of the records of what is attached to it. */
export const LEDGER_FOLDER = '.ligament/attached';

const splice = z.strictObject({
  removed: z.optional(z.string()),
  inserted: z.string(),
  before: z.string(),
  after: z.string(),
  nth: z.optional(z.number()),
});

const edit = z.strictObject({
  /** Relative to the workspace, or with `of: host` to the host's root: a workspace may move. */
  file: z.string(),
  of: z.optional(z.literal('host')),
  format: z.enum(FORMAT_NAMES as [string, ...string[]]),
  operation: z.record(z.string(), z.unknown()),
  seed: z.optional(z.string()),
  /** The file was made by this edit. */
  made: z.optional(z.boolean()),
  /** What was done; empty where it was there already and so is not Ligament's to take out. */
  splices: z.array(splice),
});

const ledger = z.strictObject({
  ledger: z.literal(1),
  integration: z.string(),
  title: z.string(),
  way: z.string(),
  choices: z.record(z.string(), z.string()),
  packages: z.record(z.string(), z.string()),
  edits: z.array(edit),
  proofs: z.array(proofSpec),
});

/** An edit as it was made: enough to take it back. */
export type MadeEdit = Edit & { splices: SpliceRecord[]; made?: boolean | undefined };

/** The record of one integration attached to one workspace. Paths of its edits are relative to the host's root. */
export interface Ledger {
  integration: string;
  title: string;
  way: string;
  /** The workspace's folder. */
  workspace: string;
  choices: Record<string, string>;
  /** What the manifest got: ranges by package. */
  packages: Record<string, string>;
  edits: MadeEdit[];
  proofs: z.infer<typeof proofSpec>[];
}

/** The host-relative path of a ledger. */
export function ledgerFile(workspace: string, integration: string): string {
  return path.posix.join(workspace, LEDGER_FOLDER, `${integration.replace('/', '+')}.json`);
}

/** All ledgers of a workspace in the order of their integrations. Throws a Problem (status 2) for one that is broken. */
export function readLedgers(reader: Reader, root: string, workspace: string): Ledger[] {
  const folder = path.join(root, workspace, LEDGER_FOLDER);
  return reader
    .list(folder)
    .filter(({ name }) => name.endsWith('.json'))
    .map(({ name }) =>
      parseLedger(
        readText(reader, path.join(folder, name)) ?? '',
        path.posix.join(workspace, LEDGER_FOLDER, name),
        workspace,
      ),
    );
}

/** Reads one ledger's text. Throws a Problem (status 2) where it is not one, or leads out of the host. */
export function parseLedger(text: string, file: string, workspace: string): Ledger {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw broken(file, error instanceof Error ? error.message : 'it is not JSON');
  }
  const result = ledger.safeParse(value);
  if (!result.success) {
    const issue = result.error.issues[0];
    throw broken(file, `${issue?.path.join('.') || 'the record'} is not as it should be`);
  }
  const { edits, integration, title, way, choices, packages, proofs } = result.data;
  return {
    integration,
    title,
    way,
    workspace,
    choices,
    packages,
    proofs,
    edits: edits.map(({ of, file: name, ...made }) => {
      const inHost =
        of === 'host' ? path.posix.normalize(name) : path.posix.normalize(path.posix.join(workspace, name));
      if (inHost.startsWith('..') || path.posix.isAbsolute(inHost) || name.includes('\\'))
        throw broken(file, `"${name}" leads out of the host`);
      return { ...made, file: inHost } as MadeEdit;
    }),
  };
}

/** The text of a ledger: the same for the same record, so that it is quiet in version control. */
export function renderLedger(record: Ledger): string {
  const { workspace, edits, integration, title, way, choices, packages, proofs } = record;
  const prefix = workspace === '.' ? '' : `${workspace}/`;
  const shown = edits.map(({ file, format, operation, seed, made, splices }) => ({
    ...(file.startsWith(prefix) ? { file: file.slice(prefix.length) } : { file, of: 'host' }),
    format,
    operation,
    ...(seed === undefined ? {} : { seed }),
    ...(made ? { made } : {}),
    splices,
  }));
  const value = { ledger: 1, integration, title, way, choices, packages, edits: shown, proofs };
  return `${JSON.stringify(value, null, 2)}\n`;
}

function broken(file: string, why: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The record ${file} cannot be read`,
    where: { file },
    why,
    next: 'Restore it from version control; it tells Ligament how to take the integration out again.',
  });
}
