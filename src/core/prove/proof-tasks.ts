import type { Context } from '../context.ts';
import { catalogIds, loadDefinition } from '../definition/catalog.ts';
import type { ProofSpec } from '../definition/schema.ts';
import type { Ledger } from '../ledger/ledger.ts';
import { bareStack } from '../plan/bare.ts';
import { settleProofs } from '../plan/settle.ts';
import { circumstances } from '../plan/take-way.ts';
import { commandsOf, type ProofPlace } from './proof-commands.ts';
import type { ProofTask } from './proof.ts';

/**
 * The proofs of what is attached. An integration that ships is proved by what ships: a record comes with the project, and says only which
 * way and choices. The proofs of any other are the record's own words (`foreign`).
 */
export async function proofTasks(context: Context, ledgers: readonly Ledger[]): Promise<ProofTask[]> {
  const shipped = new Set(catalogIds(context.doors.files, context.catalog));
  const tasks = await Promise.all(ledgers.map((ledger) => tasksOf(context, ledger, shipped)));
  return tasks.flat();
}

async function tasksOf(context: Context, ledger: Ledger, shipped: ReadonlySet<string>): Promise<ProofTask[]> {
  const { integration, workspace, choices } = ledger;
  const facts = context.facts.workspaces.find(({ folder }) => folder === workspace);
  if (!facts) return [];
  const stack = await bareStack(context, workspace);
  const foreign = !shipped.has(integration);
  let specs: ProofSpec[] = ledger.proofs;
  if (!foreign) {
    const definition = await loadDefinition(context.doors.files, context.catalog, integration);
    specs = settleProofs(definition, circumstances(context, { facts, stack, choices }));
  }
  return tasksFor({ ...ledger, foreign }, specs, { context, facts, stack, choices });
}

/** Proofs of one integration on one workspace, with the commands that each runs. */
export function tasksFor(
  { integration, title, workspace, foreign }: Pick<ProofTask, 'integration' | 'title' | 'workspace' | 'foreign'>,
  specs: readonly ProofSpec[],
  place: ProofPlace,
): ProofTask[] {
  const { choices } = place;
  return specs.map((spec) => ({
    integration,
    title,
    workspace,
    choices,
    spec,
    foreign,
    runs: commandsOf(spec, place),
  }));
}
