import path from 'node:path';
import { readContext, type Context } from '../context.ts';
import { overlay } from '../doors/overlay.ts';
import { fillAll } from '../definition/fill.ts';
import type { Definition, Way } from '../definition/schema.ts';
import { joinPointer } from '../formats/json-pointer.ts';
import type { Edit } from '../joints.ts';
import { ledgerFile, renderLedger, type Ledger } from '../ledger/ledger.ts';
import { EXIT, Problem } from '../problem.ts';
import { reconcileCommand } from '../resolve/manager-commands.ts';
import { choosePackages, type ChosenPackage } from '../resolve/packages.ts';
import { readStack, type StackFacts } from '../stacks/stacks.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import { encode } from '../doors/text.ts';
import { joinFiles, type AttachedPart, type ChangeSet, type FileChange } from './change-set.ts';
import { resolveChoices } from './choices.ts';
import { planFiles } from './plan-files.ts';
import { explain, judgeWays } from './judge-ways.ts';
import { refuseWithHandwork } from './handwork.ts';
import { ownerOf } from './replay.ts';

export interface AttachRequest {
  definition: Definition;
  /** The workspace's folder. */
  workspace: string;
  /** What was chosen, by key; `way` chooses the way. */
  choices: Record<string, string>;
}

/**
 * Plans to attach integrations, one after the other, as one change set. Writes nothing. Throws a Problem: status 2 for
 * a choice that is not one, status 3 where something does not fit or cannot be edited safely.
 */
export async function planAttach(context: Context, requests: readonly AttachRequest[]): Promise<ChangeSet> {
  let current = context;
  const parts: AttachedPart[] = [];
  const files: FileChange[] = [];
  const proofs: ChangeSet['proofs'] = [];
  const tell = new Set<string>();
  for (const request of requests) {
    const planned = await planOne(current, request);
    parts.push(planned.part);
    files.push(...planned.files);
    proofs.push(...request.definition.proofs.map((spec) => ({ ...planned.task, spec })));
    request.definition.tell?.forEach((line) => tell.add(line));
    const changed = new Map(planned.files.map(({ file, after }) => [path.join(context.host.root, file), after]));
    current = await readContext(context.doors, context.catalog, context.host, overlay(current.reader, changed));
  }
  const joined = joinFiles(files);
  const needsInstall = joined.some(({ file }) => path.posix.basename(file) === 'package.json');
  const reconcile = reconcileCommand(context.facts.manager, context.doors.offline);
  const names = parts.map(({ integration, workspaceName }) => `${integration} to ${workspaceName}`);
  return {
    kind: 'attach',
    title: `attach ${names.join(', ')}`,
    parts,
    files: joined,
    dropped: [],
    install:
      needsInstall && reconcile
        ? { ...reconcile, purpose: 'installs the packages and updates the lockfile' }
        : undefined,
    proofs,
    tell: [...tell],
    warnings: [],
  };
}

async function planOne(context: Context, { definition, workspace: folder, choices: given }: AttachRequest) {
  const facts = context.facts.workspaces.find((one) => one.folder === folder);
  const place = context.host.workspaces.find((one) => one.folder === folder);
  if (!facts || !place) throw new Error(`no workspace ${folder}`);
  const stack = await readStack(context.bare, context.host.root, facts);
  const { way: wantedWay, ...rest } = given;
  const choices = resolveChoices(definition, rest, wantedWay);
  const { way, packages, reasons } = await takeWay(context, definition, facts, stack, choices, wantedWay);
  const edits = [...manifestEdits(facts, packages), ...tieEdits(way, stack, choices)];
  const ledger: Ledger = {
    integration: definition.integration,
    title: definition.title,
    way: way.way,
    workspace: folder,
    choices,
    packages: Object.fromEntries(packages.filter((one) => !one.declared).map(({ name, range }) => [name, range])),
    edits: [],
    proofs: definition.proofs,
  };
  const planned = await planFiles(context, { owner: ownerOf(ledger), add: edits, style: facts.style });
  if ('refusal' in planned)
    throw await refuseWithHandwork(context, { definition, way, facts, stack, choices, place: planned });
  ledger.edits = planned.made;
  const record = {
    file: ledgerFile(folder, definition.integration),
    before: undefined,
    after: encode(renderLedger(ledger)),
    role: 'record' as const,
  };
  const part: AttachedPart = {
    integration: definition.integration,
    title: definition.title,
    workspace: folder,
    workspaceName: facts.name,
    stack: stack.title,
    way: way.title,
    wayReason: reasons.length > 0 ? reasons.join('; ') : undefined,
    packages,
    already: planned.already,
  };
  const task = { integration: definition.integration, title: definition.title, workspace: folder, choices };
  return { part, task, files: [...planned.files, record] };
}

async function takeWay(
  context: Context,
  definition: Definition,
  facts: WorkspaceFacts,
  stack: StackFacts,
  choices: Record<string, string>,
  wanted: string | undefined,
): Promise<{ way: Way; packages: ChosenPackage[]; reasons: string[] }> {
  const reasons: string[] = [];
  const { doors, host } = context;
  for (const judgement of judgeWays(definition, facts, stack)) {
    const { way } = judgement;
    if (wanted !== undefined && way.way !== wanted) continue;
    if (judgement.verdict === 'blocked') {
      throw await refuseWithHandwork(context, { definition, way, facts, stack, choices, place: judgement.joints[0] });
    }
    if (judgement.verdict === 'unfit') {
      reasons.push(
        ...explain(judgement)
          .split('; ')
          .map((reason) => `not ${way.title}: ${reason}`),
      );
      continue;
    }
    const packages = await choosePackages(way, facts, () => doors.registry(host.root), process.versions.node);
    if (!('clash' in packages)) return { way, packages, reasons };
    reasons.push(`not ${way.title}: ${packages.clash.join('; ')}`);
  }
  const fitting = await fittingWorkspaces(context, definition, facts.folder);
  throw new Problem({
    status: EXIT.refused,
    what: `${definition.title} does not fit ${facts.name} (${stack.title})`,
    why: reasons.join('\n'),
    next:
      fitting.length > 0
        ? `It fits ${fitting.join(' and ')}: name it with --workspace.`
        : 'ligament browse tells what fits here. Nothing was changed.',
  });
}

async function fittingWorkspaces(context: Context, definition: Definition, except: string): Promise<string[]> {
  const fitting: string[] = [];
  for (const facts of context.facts.workspaces) {
    if (facts.folder === except) continue;
    const stack = await readStack(context.bare, context.host.root, facts);
    if (judgeWays(definition, facts, stack).some(({ verdict }) => verdict === 'fits')) fitting.push(facts.name);
  }
  return fitting;
}

/** The edits by which a way's packages get into the manifest. */
function manifestEdits(facts: WorkspaceFacts, packages: readonly ChosenPackage[]): Edit[] {
  const file = path.posix.normalize(path.posix.join(facts.folder, 'package.json'));
  const behind = ['dependencies', 'scripts', 'type', 'version', 'name'];
  return packages.map(({ name, range, section }) => {
    const declared = facts.packages.find((fact) => fact.name === name);
    const pointer = joinPointer([declared?.section ?? section, name]);
    return { file, format: 'json', operation: { op: 'set', pointer, value: range, any: true, sorted: true, behind } };
  });
}

function tieEdits(way: Way, stack: StackFacts, choices: Record<string, string>): Edit[] {
  return way.ties.flatMap((tie) => {
    const joint = stack.joints.find(({ name }) => name === tie.at);
    return joint ? joint.tie(fillAll(tie, choices)) : [];
  });
}
