import { LEDGER_FORMAT, type Ledger } from './record.ts';
import { keptPart } from '../ecosystems/kept-paths.ts';
import { type MadeEdit } from '../edits/edit.ts';
import path from 'node:path';
import * as z from 'zod/mini';
import { proofSchema, type ProofKinds } from '../definition/proof-kind.ts';
import { ownPath } from '../definition/own-path.ts';
import { keptData, people, usePatterns } from '../definition/parts.ts';
import { operationSchema } from '../formats/formats.ts';
import { EXIT, Problem } from '../problem.ts';
import { isPlainPath } from '../path-names.ts';
import { signsSchema } from '../definition/signs.ts';
import { isRecord } from '../records.ts';
import { inTodaysForm } from './kept-definition.ts';
import { keptSchema, source } from './kept-schema.ts';

const formatOperation = operationSchema();

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
  format: z.string(),
  operation: z.record(z.string(), z.unknown()),
  seed: z.optional(z.string()),
  /** The file was made by this edit. */
  made: z.optional(z.boolean()),
  /** The file holds secrets. */
  private: z.optional(z.boolean()),
  /** A new file is one that can be run. */
  executable: z.optional(z.boolean()),
  /** What was done; empty where it was there already and so is not Ligament's to take out. */
  splices: z.array(splice),
});

function ledgerSchema(kinds: ProofKinds) {
  const proof = proofSchema(kinds);
  return z.strictObject({
    ledger: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
    integration: z.string(),
    title: z.string(),
    side: z.optional(z.enum(['browser', 'server', 'tools'])),
    way: z.string(),
    adopted: z.optional(signsSchema),
    choices: z.record(z.string(), z.string()),
    without: z.optional(z.array(z.string())),
    packages: z.record(z.string(), z.string()),
    edits: z.array(edit),
    proofs: z.array(proof),
    uses: z.optional(usePatterns),
    /** Relative to the workspace. */
    made: z.optional(z.array(z.strictObject({ file: ownPath, sha256: z.string() }))),
    data: z.optional(z.array(keptData)),
    migrations: z.optional(z.array(z.strictObject({ file: ownPath, holds: z.string() }))),
    people: z.optional(people),
    source: z.optional(source),
    kept: z.optional(keptSchema(proof)),
  });
}

/** Reads one ledger's text. Throws a Problem (status 2) where it is not one, or leads out of the host. */
export function parseLedger(text: string, file: string, workspace: string, kinds: ProofKinds): Ledger {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw broken(file, error instanceof Error ? error.message : 'it is not JSON');
  }
  if (isRecord(value) && typeof value.ledger === 'number' && value.ledger > LEDGER_FORMAT)
    throw newer(file, value.ledger);
  const result = ledgerSchema(kinds).safeParse(inTodaysForm(value));
  if (!result.success) {
    const issue = result.error.issues[0];
    throw broken(file, `${issue?.path.join('.') || 'the record'} is not as it should be`);
  }
  const { edits, made, integration, title, way, choices, packages, proofs, uses, data, people: users } = result.data;
  return {
    source: result.data.source,
    kept: result.data.kept,
    ...(result.data.side ? { side: result.data.side } : {}),
    ...(result.data.without ? { without: result.data.without } : {}),
    ...(result.data.adopted ? { adopted: result.data.adopted } : {}),
    integration,
    title,
    way,
    choices,
    packages,
    proofs,
    uses,
    data,
    ...(result.data.migrations ? { migrations: result.data.migrations } : {}),
    people: users,
    workspace,
    made: made?.map((one) => ({ ...one, file: path.posix.join(workspace, one.file) })),
    edits: edits.map(({ of, file: name, ...one }) => {
      const inHost =
        of === 'host' ? path.posix.normalize(name) : path.posix.normalize(path.posix.join(workspace, name));
      if (!isPlainPath(inHost)) throw broken(file, `"${name}" leads out of the project, or into version control`);
      const kept = keptPart(inHost);
      if (kept !== undefined) throw broken(file, `"${name}" leads into ${kept}, which no integration writes`);
      if (!formatOperation.safeParse(one).success) throw broken(file, `the edit of ${name} is not one that is known`);
      return { ...one, file: inHost } as MadeEdit;
    }),
  };
}

function newer(file: string, format: number): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `The record ${file} was written by a newer Ligament`,
    where: { file },
    why: `it has the format ${format}, and this Ligament knows ${LEDGER_FORMAT} and older`,
    next: 'Nothing was changed. Use the newer Ligament in this project.',
  });
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
