import path from 'node:path';
import { joinFiles, type AttachedPart, type ChangeSet, type FileChange } from '../change/change-set.ts';
import { checkPath } from '../change/paths.ts';
import type { Edit, MadeEdit } from '../edits/edit.ts';
import { ownerOf } from '../edits/replay.ts';
import type { ChosenPackage } from '../ecosystems/work.ts';
import { bareStyle, isOwn } from '../facts/bare.ts';
import type { Context } from '../host/context.ts';
import { ledgerFile, renderLedger, type Ledger } from '../ledger/record.ts';
import { planAnew } from '../plan/attach/renew.ts';
import { installSteps } from '../plan/shared/install-steps.ts';
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
  /** The packages that it needs, as they were chosen; their edits are among the others. */
  packages?: readonly ChosenPackage[] | undefined;
  edits: readonly Edit[];
  proofs: Ledger['proofs'];
  tell: string[];
  /** What is recorded of it so far, where it has grown before. */
  replaces?: Ledger | undefined;
}

/** Whether a part has grown in a workspace already. */
export function hasGrown({ ledgers }: Context, id: string, workspace: string): boolean {
  return ledgers.some((one) => one.integration === id && one.workspace === workspace);
}

/** What makes a part and its record, as one change set. Throws a Problem (status 3) where an edit cannot be made safely. */
export function partChange(context: Context, place: Growing, part: NewPart): Promise<ChangeSet> {
  return partsChange(context, place, [part]);
}

/** The same for several parts, which may have files in common. */
export async function partsChange(context: Context, place: Growing, parts: readonly NewPart[]): Promise<ChangeSet> {
  const { facts, stack } = place;
  const kinds = await context.catalog.proofs();
  const { files, made } = await plannedParts(context, facts, parts);
  const records = parts.map((part) => recordOf(context, place, part, made.get(part) ?? []));
  const joined = joinFiles([...files, ...records]);
  return {
    kind: 'attach',
    title: `grow ${parts.map(({ id }) => id).join(', ')} in ${facts.name}`,
    parts: parts.map((part) => shownPart(place, part)),
    files: joined,
    dropped: [],
    installs: installSteps(context, joined, 'installs the packages and updates the lockfile'),
    proofs: parts.flatMap(({ id, title, proofs }) =>
      tasksFor({ integration: id, title, workspace: facts.folder, foreign: false }, proofs, kinds, {
        context,
        facts,
        stack,
        choices: {},
      }),
    ),
    tell: parts.flatMap(({ tell }) => tell),
    warnings: [],
  };
}

/** The files of parts: those of new ones together, of others in the place of what they have so far. */
async function plannedParts(
  context: Context,
  facts: Growing['facts'],
  parts: readonly NewPart[],
): Promise<{ files: FileChange[]; made: Map<NewPart, MadeEdit[]> }> {
  for (const { file } of parts.flatMap(({ edits }) => edits)) checkPath(context.reader, context.host.root, file);
  const style = bareStyle(context, facts);
  const ownerOfPart = ({ id }: NewPart): string => ownerOf({ integration: id, workspace: facts.folder });
  const fresh = parts.filter(({ replaces }) => !replaces);
  const planned = await planFiles(
    context,
    fresh.map((part) => ({ owner: ownerOfPart(part), edits: part.edits, style })),
  );
  if ('refusal' in planned) {
    const refused = fresh.find((part) => ownerOfPart(part) === planned.owner);
    throw refusedPart(refused?.title ?? '', planned.edit, planned.refusal);
  }
  const files = [...planned.files];
  const made = new Map(fresh.map((part) => [part, planned.made.get(ownerOfPart(part)) ?? []]));
  for (const part of parts) {
    if (!part.replaces) continue;
    const anew = await planAnew(context, { edits: part.edits, ledger: part.replaces, style });
    if ('refusal' in anew) throw refusedPart(part.title, anew.edit, anew.refusal);
    files.push(...anew.files);
    made.set(part, anew.made);
  }
  return { files, made };
}

function recordOf(
  context: Context,
  { facts, stack }: Growing,
  { id, title, choices, packages = [], proofs }: NewPart,
  edits: MadeEdit[],
): FileChange {
  const { reader, host } = context;
  const brought = packages.filter((one) => !isOwn(context, one));
  const ledger: Ledger = {
    integration: id,
    title,
    workspace: facts.folder,
    ...(stack.side === undefined ? {} : { side: stack.side }),
    way: 'grown',
    choices,
    packages: Object.fromEntries(brought.map(({ name, range }) => [name, range])),
    edits,
    proofs,
  };
  const file = ledgerFile(facts.folder, id);
  return { file, before: reader.read(path.join(host.root, file)), after: encode(renderLedger(ledger)), role: 'record' };
}

function shownPart({ facts, stack }: Growing, { id, title, way, about = [], packages = [] }: NewPart): AttachedPart {
  return {
    integration: id,
    title,
    workspace: facts.folder,
    workspaceName: facts.name,
    stack: stack.title,
    way,
    wayReason: about.length > 0 ? about.join('; ') : undefined,
    packages: [...packages],
    already: [],
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
