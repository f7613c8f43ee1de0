import path from 'node:path';
import { fill, fillAll, fillText } from '../../definition/fill.ts';
import type { UsePatterns, UsesSpec } from '../../definition/parts.ts';
import { ADOPTED, type Ledger, ledgerFile, renderLedger } from '../../ledger/record.ts';
import type { ChosenPackage } from '../../ecosystems/work.ts';
import { circumstances } from '../../facts/circumstances.ts';
import { type MadeEdit } from '../../edits/edit.ts';
import type { Edit } from '../../edits/edit.ts';
import type { Context } from '../../host/context.ts';
import type { Way } from '../../definition/definition.ts';
import { encode } from '../../text/utf8.ts';
import { keepDefinition, sourceOf } from '../../ledger/kept-definition.ts';
import type { ProofTask } from '../../change/proof.ts';
import { tasksFor } from '../../prove/proof-tasks.ts';
import type { StackFacts } from '../../stacks/sides.ts';
import type { WorkspaceFacts } from '../../survey/survey.ts';
import type { Migrating } from '../shared/migration-runs.ts';
import type { AttachRequest } from './attach-request.ts';
import type { Extra } from './extras.ts';
import type { Adoption } from './adopt.ts';
import type { Answer } from './choices.ts';
import { isOwn } from '../../facts/bare.ts';
import type { AttachedPart, FileChange } from '../../change/change-set.ts';
import type { ProofKinds } from '../../definition/proof-kind.ts';
import { settleProofs } from '../../facts/settle.ts';

/** One integration on one workspace, with everything decided but the texts. */
export interface Decided {
  request: AttachRequest;
  facts: WorkspaceFacts;
  stack: StackFacts;
  /** Why this side of the workspace, where another one fits as well. */
  sideWhy?: string | undefined;
  choices: Record<string, string>;
  answers: Answer[];
  way: Way;
  /** The same as the definition has it, with its conditions. */
  raw: Way;
  packages: ChosenPackage[];
  reasons: string[];
  edits: Edit[];
  /** What rounds it off, of the edits that are made. */
  extras?(this: void, made: readonly MadeEdit[]): Extra[];
  adoption?: Adoption | undefined;
  /** How the settings of its formatter were found, in words. */
  settings?: string | undefined;
}

/** What the developer is told at the end, with the answers to choices in it. */
export function tellings({ request, way, choices }: Decided): string[] {
  return [...(request.definition.tell ?? []), ...(way.tell ?? [])].map((line) => fillText(line, choices));
}

/** The record of what is attached, as a new file. */
export function recordFile(context: Context, one: Decided, made: MadeEdit[], kinds: ProofKinds): FileChange {
  const { definition, workspace, foreign = false } = one.request;
  const ledger: Ledger = {
    integration: definition.integration,
    source: sourceOf(definition, foreign),
    title: definition.title,
    ...sideOf(one.stack),
    way: one.adoption ? ADOPTED : one.way.way,
    ...(one.adoption ? { adopted: one.adoption.setUp.signs } : {}),
    workspace,
    choices: one.choices,
    ...(one.request.without?.length ? { without: [...one.request.without].sort() } : {}),
    packages: Object.fromEntries(
      one.packages.filter((each) => !isOwn(context, each)).map(({ name, range }) => [name, range]),
    ),
    edits: made,
    proofs: settleProofs(one.raw, circumstances(context, one), kinds),
    uses: definition.uses && usePatternsOf(definition.uses, one.choices),
    data: definition.data,
    ...migrationsOf(one.way, one.choices),
    people: definition.people,
    ...(foreign && !one.adoption ? { kept: keepDefinition(one.raw) } : {}),
  };
  const file = ledgerFile(workspace, definition.integration);
  return { file, before: undefined, after: encode(renderLedger(ledger)), role: 'record' };
}

/** What it is whose migrations can be run. */
export function migratingOf({ request, stack, way, choices }: Decided): Migrating {
  const { definition, workspace, foreign = false } = request;
  return { integration: definition.integration, workspace, foreign, ...sideOf(stack), ...migrationsOf(way, choices) };
}

function migrationsOf({ files = [] }: Way, values: Readonly<Record<string, string>>): Pick<Ledger, 'migrations'> {
  const migrations = files.flatMap(({ file, migration }) =>
    migration === undefined
      ? []
      : [{ file: path.posix.normalize(fillText(file, values)), holds: fillText(migration, values) }],
  );
  return migrations.length > 0 ? { migrations } : {};
}

/** The proofs that it is to be given, with the commands that they run. */
export async function proofsOf(context: Context, one: Decided): Promise<ProofTask[]> {
  const kinds = await context.catalog.proofs();
  const { workspace, foreign = false } = one.request;
  const { integration, title } = one.request.definition;
  const specs = settleProofs(one.raw, circumstances(context, one), kinds);
  const tasks = tasksFor({ integration, title, workspace, foreign }, specs, kinds, { ...one, context });
  return one.adoption ? tasks.map((task) => ({ ...task, adopts: true })) : tasks;
}

/** What it contributes to a change set. */
export function partOf(
  { request, facts, stack, way, packages, reasons, adoption, settings, answers, extras }: Decided,
  already: string[],
  made: readonly MadeEdit[] = [],
): AttachedPart {
  const rounding = extras?.(made) ?? [];
  return {
    integration: request.definition.integration,
    title: request.definition.title,
    workspace: facts.folder,
    workspaceName: facts.name,
    stack: stack.title,
    ...sideOf(stack),
    way: way.title,
    wayReason: reasons.length > 0 ? reasons.join('; ') : undefined,
    packages,
    already,
    ...(answers.length > 0 ? { choices: answers } : {}),
    ...(settings === undefined ? {} : { settings }),
    ...(rounding.length > 0 ? { extras: rounding } : {}),
    ...(adoption ? { adopted: { places: adoption.places, suggested: adoption.suggested } } : {}),
  };
}

/** The side, where a workspace has more than one: elsewhere nobody has to know. */
function sideOf({ side }: StackFacts): Pick<Ledger, 'side'> {
  return side === undefined ? {} : { side };
}

/** What uses look like with the choices that were made. */
function usePatternsOf({ classes, ...rest }: UsesSpec, choices: Readonly<Record<string, string>>): UsePatterns {
  const list = classes?.find((one) => one.every((text) => fill(text, choices) !== undefined));
  return { ...(list === undefined ? {} : { classes: fillAll(list, choices) }), ...fillAll(rest, choices) };
}
