import type { Context } from '../context.ts';
import type { Way } from '../definition/schema.ts';
import { encode } from '../doors/text.ts';
import type { Edit } from '../joints.ts';
import { keepDefinition, sourceOf } from '../ledger/kept-definition.ts';
import { ledgerFile, renderLedger, type Ledger, type MadeEdit } from '../ledger/ledger.ts';
import type { ProofTask } from '../prove/proof.ts';
import { tasksFor } from '../prove/proof-tasks.ts';
import type { ChosenPackage } from '../resolve/packages.ts';
import type { StackFacts } from '../stacks/stacks.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import type { AttachRequest } from './attach-request.ts';
import { isOwn } from './bare.ts';
import type { AttachedPart, FileChange } from './change-set.ts';
import { settleProofs } from './settle.ts';
import { circumstances } from './take-way.ts';
import { usePatternsOf } from './use-patterns.ts';

/** One integration on one workspace, with everything decided but the texts. */
export interface Decided {
  request: AttachRequest;
  facts: WorkspaceFacts;
  stack: StackFacts;
  choices: Record<string, string>;
  way: Way;
  /** The same as the definition has it, with its conditions. */
  raw: Way;
  packages: ChosenPackage[];
  reasons: string[];
  edits: Edit[];
}

/** The record of what is attached, as a new file. */
export function recordFile(context: Context, one: Decided, made: MadeEdit[]): FileChange {
  const { definition, workspace, foreign = false } = one.request;
  const ledger: Ledger = {
    integration: definition.integration,
    source: sourceOf(definition, foreign),
    title: definition.title,
    way: one.way.way,
    workspace,
    choices: one.choices,
    packages: Object.fromEntries(
      one.packages.filter((each) => !isOwn(context, each)).map(({ name, range }) => [name, range]),
    ),
    edits: made,
    proofs: settleProofs(definition, circumstances(context, one)),
    uses: definition.uses && usePatternsOf(definition.uses, one.choices),
    data: definition.data,
    people: definition.people,
    ...(foreign ? { kept: keepDefinition(definition, one.raw) } : {}),
  };
  const file = ledgerFile(workspace, definition.integration);
  return { file, before: undefined, after: encode(renderLedger(ledger)), role: 'record' };
}

/** The proofs that it is to be given, with the commands that they run. */
export function proofsOf(context: Context, one: Decided): ProofTask[] {
  const { definition, workspace, foreign = false } = one.request;
  const { integration, title } = definition;
  const specs = settleProofs(definition, circumstances(context, one));
  return tasksFor({ integration, title, workspace, foreign }, specs, { ...one, context });
}

/** What it contributes to a change set. */
export function partOf({ request, facts, stack, way, packages, reasons }: Decided, already: string[]): AttachedPart {
  return {
    integration: request.definition.integration,
    title: request.definition.title,
    workspace: facts.folder,
    workspaceName: facts.name,
    stack: stack.title,
    way: way.title,
    wayReason: reasons.length > 0 ? reasons.join('; ') : undefined,
    packages,
    already,
  };
}
