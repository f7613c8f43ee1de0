import { decide } from './decide.ts';
import { ledgerFile } from '../../ledger/record.ts';
import { packageWarnings } from './package-warnings.ts';
import { ALL_WORK } from '../../ecosystems/works.ts';
import { type SecretNeed } from '../../change/change-set.ts';
import path from 'node:path';
import type { Context } from '../../host/context.ts';
import { bareStyle } from '../../facts/bare.ts';
import { fillAll } from '../../definition/fill.ts';
import { listedVariables } from './listed-variables.ts';
import { migratingOf, partOf, proofsOf, recordFile, type Decided, tellings } from './decided.ts';
import { scriptsIn } from './scripts-in.ts';
import { groupBy } from '../../group-by.ts';
import { EXIT, Problem } from '../../problem.ts';
import type { ProofTask } from '../../change/proof.ts';
import { proofTasks } from '../../prove/proof-tasks.ts';
import type { AttachRequest, AttachWishes } from './attach-request.ts';
import {
  joinFiles,
  type AttachedPart,
  type ChangeSet,
  type CommandRun,
  type FileChange,
  type ScriptRun,
} from '../../change/change-set.ts';
import { asPlanned, fitAround } from '../refit/fit-around.ts';
import { refuseWithHandwork } from './handwork.ts';
import { installSteps } from '../shared/install-steps.ts';
import { alreadyThere, planFiles } from '../shared/plan-files.ts';
import { plannedRoutes } from '../shared/planned-routes.ts';
import { migrationRuns } from '../shared/migration-runs.ts';
import { ownerOf } from '../../edits/replay.ts';
import { refuseTracked, secretsNeeded } from './secrets.ts';
import { checkOwnPath } from '../../change/paths.ts';
import { changeTitle } from '../../change/title.ts';
import { versionsTogether } from './versions-together.ts';

type Wishes = AttachWishes & { agreed: ReadonlyMap<string, string> };

/**
 * Plans to attach integrations as one change set, one integration after the other. Writes nothing. Throws a Problem:
 * status 2 for a choice that is not one, status 3 where something does not fit or cannot be edited safely.
 */
export async function planAttach(
  context: Context,
  requests: readonly AttachRequest[],
  wishes: AttachWishes,
): Promise<ChangeSet> {
  try {
    return await planInTurn(context, requests, wishes, new Map());
  } catch (error) {
    if (!Problem.is(error) || error.status !== EXIT.refused) throw error;
    // Each by itself takes the newest; older versions may suit all of them.
    const agreed = await versionsTogether(context, requests, wishes.take);
    if (!agreed) throw error;
    return planInTurn(context, requests, wishes, agreed);
  }
}

async function planInTurn(
  context: Context,
  requests: readonly AttachRequest[],
  wishes: AttachWishes,
  agreed: ReadonlyMap<string, string>,
): Promise<ChangeSet> {
  let current = context;
  const files: FileChange[] = [];
  const leftOut: string[] = [];
  const all: Decided[] = [];
  const planned: PlannedGroup[] = [];
  const groups = groupBy(requests, ({ definition }) => definition.integration);
  for (const [index, group] of [...groups.values()].entries()) {
    if (index > 0) current = await asPlanned(current, files);
    const decided = await decideAll(current, group, { ...wishes, agreed }, leftOut);
    const one = await planGroup(current, decided);
    planned.push(one);
    files.push(...one.files);
    all.push(...decided);
    leftOut.push(...decided.flatMap(aboutSide));
  }
  const parts = planned.flatMap((one) => one.parts);
  const secrets = planned.flatMap((one) => one.secrets);
  const proofs = planned.flatMap((one) => one.proofs);
  checkTaken(parts, wishes.take);
  const fitted = await fitAround(context, files);
  await refuseTracked(context.doors, context.host.root, secrets);
  files.push(...fitted.files);
  const anew = await proofsAnew(fitted, parts);
  const joined = joinFiles(files);
  return {
    kind: 'attach',
    title: changeTitle('attach', parts),
    parts,
    files: joined,
    dropped: [],
    installs: installSteps(context, joined, 'installs the packages and updates the lockfile'),
    // What was fitted is proved as it is now.
    proofs: [...proofs.filter((task) => !fitted.ledgers.some((one) => ownerOf(one) === ownerOf(task))), ...anew.proofs],
    secrets,
    commands: all.flatMap((one) => commandRuns(context, one)),
    scripts: planned.flatMap((one) => one.scripts),
    migrations: await migrationRuns(context, all.map(migratingOf), joined, {
      direction: 'up',
      wanted: wishes.withData === true,
    }),
    routes: await plannedRoutes(context, fitted.planned, all),
    tell: [...new Set(all.flatMap(tellings)), ...anew.tell],
    warnings: await warningsOn(context, parts, [...leftOut, ...listedVariables(context, all), ...fitted.words], wishes),
  };
}

async function warningsOn(
  context: Context,
  parts: readonly AttachedPart[],
  known: readonly string[],
  { movePackages }: Wishes | AttachWishes,
): Promise<string[]> {
  const chosen = parts.flatMap(({ packages }) => packages);
  const advisories = await Promise.all(ALL_WORK.map((one) => one.advisories(context, chosen)));
  return [...known, ...packageWarnings(parts, movePackages), ...advisories.flat()];
}

/** The proofs of what was fitted. Of a definition of somebody's own only what is attached here: for the rest nobody is asked whether it may run. */
async function proofsAnew(
  { ledgers, planned }: Awaited<ReturnType<typeof fitAround>>,
  parts: readonly AttachedPart[],
): Promise<Pick<ChangeSet, 'proofs' | 'tell'>> {
  const tasks = await proofTasks(planned, ledgers);
  const isAsked = ({ foreign, integration }: ProofTask): boolean =>
    !foreign || parts.some((part) => part.integration === integration);
  const left = new Set(tasks.filter((task) => !isAsked(task)).map(({ integration }) => integration));
  return {
    proofs: tasks.filter(isAsked),
    tell: [...left].map(
      (one) => `${one} is adjusted to fit, but not proved again: ligament prove ${one} --allow-commands.`,
    ),
  };
}

/** A version was asked for of a package that nothing brings: most likely its name is mistyped. */
function checkTaken(parts: readonly AttachedPart[], take: AttachWishes['take']): void {
  const names = new Set(parts.flatMap(({ packages }) => packages.map(({ name }) => name)));
  const unknown = Object.keys(take).find((name) => !names.has(name));
  if (unknown === undefined) return;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: `${unknown} is not among the packages that come with this`,
    why: `those are ${[...names].join(', ')}`,
    next: 'Name one of these with --take, as name@range. Nothing was changed.',
  });
}

async function decideAll(
  context: Context,
  requests: readonly AttachRequest[],
  wishes: Wishes,
  leftOut: string[],
): Promise<Decided[]> {
  const decided: Decided[] = [];
  let refused: Problem | undefined;
  for (const request of requests) {
    try {
      decided.push(await decide(context, request, wishes));
    } catch (error) {
      if (!wishes.whereItFits || !Problem.is(error) || error.status !== EXIT.refused) throw error;
      refused ??= error;
      leftOut.push(`Left out: ${[error.parts.what, error.parts.why?.split('\n')[0]].filter(Boolean).join(': ')}.`);
    }
  }
  // It fits nowhere: the first reason is as good as any.
  if (decided.length === 0 && refused) throw refused;
  return decided;
}

interface PlannedGroup {
  parts: AttachedPart[];
  files: FileChange[];
  proofs: ChangeSet['proofs'];
  secrets: SecretNeed[];
  scripts: ScriptRun[];
}

async function planGroup(context: Context, decided: readonly Decided[]): Promise<PlannedGroup> {
  const owner = ({ request }: Decided): string =>
    ownerOf({ integration: request.definition.integration, workspace: request.workspace });
  const planned = await planFiles(
    context,
    decided.map((one) => ({ owner: owner(one), edits: one.edits, style: bareStyle(context, one.facts) })),
  );
  if ('refusal' in planned) {
    const at = decided.find((one) => owner(one) === planned.owner) ?? decided[0];
    if (!at) throw new Error('nothing was to be planned');
    throw await refuseWithHandwork(context, { ...at, definition: at.request.definition, place: planned });
  }
  const kinds = await context.catalog.proofs();
  const parts: AttachedPart[] = [];
  const files = [...planned.files];
  const proofs: ChangeSet['proofs'] = [];
  const secrets: SecretNeed[] = [];
  const scripts: ScriptRun[] = [];
  for (const one of decided) {
    const made = planned.made.get(owner(one)) ?? [];
    files.push(recordFile(context, one, made, kinds));
    secrets.push(...secretsNeeded(made, one.request.definition));
    parts.push(partOf(one, alreadyThere(made), made));
    proofs.push(...(await proofsOf(context, one)));
    scripts.push(...scriptsIn(made, one.request));
  }
  return { parts, files, proofs, secrets, scripts };
}

/** Where two sides fit: which was taken, why, and how the other is. */
function aboutSide({ request, stack: { side }, sideWhy, facts }: Decided): string[] {
  if (sideWhy === undefined || (side !== 'browser' && side !== 'server')) return [];
  const other = side === 'browser' ? 'server' : 'browser';
  return [
    `${request.definition.title} goes to the ${side} side of ${facts.name}: ${sideWhy}. --side ${other} takes the other.`,
  ];
}

/** Throws a Problem (status 3) for a command that writes outside of the host. */
function commandRuns({ reader, host }: Context, { request, way, choices }: Decided): CommandRun[] {
  const { definition, workspace, foreign = false } = request;
  return (way.commands ?? []).map((command) => {
    const { program, args, purpose, writes } = fillAll(command, choices);
    const files = writes.map((file) => path.posix.join(workspace, file));
    for (const file of files) checkOwnPath(reader, host.root, file);
    const record = ledgerFile(workspace, definition.integration);
    return { integration: definition.integration, workspace, program, args, purpose, writes: files, record, foreign };
  });
}
