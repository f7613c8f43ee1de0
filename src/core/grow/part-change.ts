import type { ChangeSet } from '../change/change-set.ts';
import { checkPath } from '../change/paths.ts';
import type { Edit } from '../edits/edit.ts';
import { ownerOf } from '../edits/replay.ts';
import { bareStyle } from '../facts/bare.ts';
import type { Context } from '../host/context.ts';
import { ledgerFile, renderLedger, type Ledger } from '../ledger/record.ts';
import { planFiles } from '../plan/shared/plan-files.ts';
import { EXIT, Problem } from '../problem.ts';
import { tasksFor } from '../prove/proof-tasks.ts';
import { encode } from '../text/utf8.ts';
import type { Growing } from './growing.ts';

/** A part as it is to grow. */
export interface NewPart {
  /** `page:SeedSwap`. */
  id: string;
  title: string;
  /** How it grows, in words behind where it goes to. */
  way: string;
  /** What people should know of it before they agree, a line each. */
  about?: string[] | undefined;
  choices: Record<string, string>;
  edits: readonly Edit[];
  proofs: Ledger['proofs'];
  tell: string[];
}

/** Whether a part has grown in a workspace already. */
export function hasGrown({ ledgers }: Context, id: string, workspace: string): boolean {
  return ledgers.some((one) => one.integration === id && one.workspace === workspace);
}

/** What makes a part and its record, as one change set. Throws a Problem (status 3) where an edit cannot be made safely. */
export async function partChange(context: Context, { facts, stack }: Growing, part: NewPart): Promise<ChangeSet> {
  const { id, title, way, about = [], choices, edits, proofs, tell } = part;
  const workspace = facts.folder;
  for (const { file } of edits) checkPath(context.reader, context.host.root, file);
  const owner = ownerOf({ integration: id, workspace });
  const planned = await planFiles(context, [{ owner, edits, style: bareStyle(context, facts) }]);
  if ('refusal' in planned) throw refusedPart(title, planned.edit, planned.refusal);
  const ledger: Ledger = {
    integration: id,
    title,
    workspace,
    ...(stack.side === undefined ? {} : { side: stack.side }),
    way: 'grown',
    choices,
    packages: {},
    edits: planned.made.get(owner) ?? [],
    proofs,
  };
  const file = ledgerFile(workspace, id);
  const record = { file, before: undefined, after: encode(renderLedger(ledger)), role: 'record' as const };
  const at = { integration: id, title, workspace };
  const place = { context, facts, stack, choices: {} };
  const shown = {
    workspaceName: facts.name,
    stack: stack.title,
    way,
    wayReason: about.length > 0 ? about.join('; ') : undefined,
    packages: [],
    already: [],
  };
  return {
    kind: 'attach',
    title: `grow ${id} in ${facts.name}`,
    parts: [{ ...at, ...shown }],
    files: [...planned.files, record],
    dropped: [],
    install: undefined,
    proofs: tasksFor({ ...at, foreign: false }, proofs, await context.catalog.proofs(), place),
    tell,
    warnings: [],
  };
}

function refusedPart(
  title: string,
  { file }: Edit,
  refusal: { reason: string; handwork: string; line?: number },
): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${title} cannot be put into ${file} safely`,
    where: { file, ...(refusal.line === undefined ? {} : { line: refusal.line }) },
    why: refusal.reason,
    next: `By hand: ${refusal.handwork}\nNothing was changed.`,
  });
}
