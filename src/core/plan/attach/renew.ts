import path from 'node:path';
import { joinFiles, type ChangeSet, type FileChange } from '../../change/change-set.ts';
import { changeTitle } from '../../change/title.ts';
import { ALL_WORK } from '../../ecosystems/works.ts';
import type { Edit, MadeEdit } from '../../edits/edit.ts';
import { bareHost } from '../../edits/host-view.ts';
import { overlay } from '../../edits/overlay.ts';
import { ownerOf, plainEdit, type ReplayRefused } from '../../edits/replay.ts';
import type { Refusal } from '../../formats/format.ts';
import type { CodeStyle } from '../../text/code-style.ts';
import { bareStyle } from '../../facts/bare.ts';
import { readContext, type Context } from '../../host/context.ts';
import { ledgerFile, type Ledger } from '../../ledger/record.ts';
import { EXIT, Problem } from '../../problem.ts';
import { mergeLines } from '../../text/merge-lines.ts';
import { encode, readText } from '../../text/utf8.ts';
import { droppedPackages, planDetach } from '../detach/plan-detach.ts';
import { asPlanned, fitAround } from '../refit/fit-around.ts';
import { installSteps } from '../shared/install-steps.ts';
import { plannedRoutes } from '../shared/planned-routes.ts';
import { migrationRuns } from '../shared/migration-runs.ts';
import { planFiles, sameEdit } from '../shared/plan-files.ts';
import type { AttachRequest, AttachWishes } from './attach-request.ts';
import { migratingOf, partOf, proofsOf, recordFile, type Decided, tellings } from './decided.ts';
import { refuseWithHandwork } from './handwork.ts';
import { decide } from './decide.ts';
import { scriptsIn } from './scripts-in.ts';
import { secretsNeeded } from './secrets.ts';

/** What is attached already, and is asked for again. */
export interface Renewal {
  request: AttachRequest;
  ledger: Ledger;
}

/**
 * Plans what brings an attached integration to where it would be if it were attached now: after its definition, a choice or the host has
 * changed. Undefined where that is nothing. Throws a Problem (status 3) where it does not fit any more, or where what somebody has changed
 * meets what would change.
 */
export async function planRenew(
  context: Context,
  { request, ledger }: Renewal,
  wishes: AttachWishes,
): Promise<ChangeSet | undefined> {
  const one = await decideAnew(context, { request, ledger }, wishes);
  const anew = await planAnew(context, { edits: one.edits, ledger, style: bareStyle(context, one.facts) });
  if ('refusal' in anew)
    throw await refuseWithHandwork(context, { ...one, definition: request.definition, place: anew });
  const { files, made } = anew;
  if (isSame(files, made, one, ledger)) return undefined;
  const kinds = await context.catalog.proofs();
  const file = ledgerFile(ledger.workspace, ledger.integration);
  const before = context.reader.read(path.join(context.host.root, file));
  files.push({ ...recordFile(context, one, made, kinds), before });
  const fitted = await fitAround(context, files);
  const joined = joinFiles([...files, ...fitted.files]);
  const gone = Object.keys(ledger.packages).filter((name) => !Object.hasOwn(one.way.packages, name));
  const going = { ...ledger, packages: Object.fromEntries(gone.map((name) => [name, ''])) };
  const fresh = made.filter((edit) => !ledger.edits.some((old) => sameEdit(old, edit)));
  const part = partOf(one, [], fresh);
  const isThere = ({ name }: { name: string }): boolean => Object.hasOwn(ledger.packages, name);
  const parts = [
    { ...part, packages: part.packages.map((each) => ({ ...each, declared: each.declared || isThere(each) })) },
  ];
  return {
    kind: 'attach',
    title: changeTitle('attach', parts),
    parts,
    files: joined,
    dropped: droppedPackages([going], joined),
    installs: installSteps(context, joined, 'brings the installed packages in line'),
    proofs: await proofsOf(context, one),
    secrets: secretsNeeded(fresh, request.definition),
    commands: [],
    scripts: scriptsIn(fresh, request),
    migrations: await migrationRuns(context, [migratingOf(one)], joined, {
      direction: 'up',
      wanted: wishes.withData === true,
    }),
    routes: await plannedRoutes(context, fitted.planned, [one]),
    tell: tellings(one),
    warnings: ['It is attached already: only what is different now changes.', ...fitted.words],
  };
}

/**
 * Plans other edits in the place of those that a record has: own files are merged line by line with what somebody has changed. Throws
 * a Problem (status 3) where the two meet.
 */
export async function planAnew(
  context: Context,
  { edits: wanted, ledger, style }: { edits: readonly Edit[]; ledger: Ledger; style: CodeStyle },
): Promise<{ files: FileChange[]; made: MadeEdit[] } | (ReplayRefused & { refusal: Refusal })> {
  const owner = ownerOf(ledger);
  const { edits, merged } = mergeFiles(context, wanted, ledger);
  const rest: Ledger = {
    ...ledger,
    edits: ledger.edits.filter((old) => !merged.some(({ file }) => file === old.file)),
  };
  const planned = await planFiles(context, [{ owner, edits, style, replaces: rest }]);
  if ('refusal' in planned) return planned;
  return {
    files: [...planned.files, ...merged.map(({ change }) => change)],
    made: inOrderOf(wanted, [...(planned.made.get(owner) ?? []), ...merged.map(({ made }) => made)]),
  };
}

/** What would be decided if it were not attached, with the packages in the versions that it has, where these still do. */
async function decideAnew(context: Context, { request, ledger }: Renewal, wishes: AttachWishes): Promise<Decided> {
  const without = await contextWithout(context, ledger);
  const { definition } = request;
  const isThere = definition.ways.some(({ way }) => way === ledger.way) && !ledger.adopted;
  const known = Object.entries(ledger.choices).filter(([key]) => Object.hasOwn(definition.choices ?? {}, key));
  const choices = { ...(isThere ? { way: ledger.way } : {}), ...Object.fromEntries(known), ...request.choices };
  const facts = context.facts.workspaces.find(({ folder }) => folder === ledger.workspace);
  const agreed = new Map(
    Object.keys(ledger.packages).flatMap((name): [string, string][] => {
      const fact = facts?.package(name);
      const version = fact?.installed ?? fact?.locked ?? /\d+\.\d+\.\d+[\w.-]*/.exec(fact?.range ?? '')?.[0];
      return version === undefined ? [] : [[name, version]];
    }),
  );
  const side = request.side ?? ledger.side;
  // What was left out once stays out, until all of it is asked for.
  const left = new Set([...(wishes.complete ? [] : (ledger.without ?? [])), ...(request.without ?? [])]);
  const asked = { ...request, choices, without: [...left], ...(side ? { side } : {}) };
  const one = await decide(without, asked, { ...wishes, agreed });
  return { ...one, edits: keepRanges(one, ledger, agreed) };
}

/** The host as if one integration were not attached. */
async function contextWithout(context: Context, ledger: Ledger): Promise<Context> {
  try {
    return await asPlanned(context, (await planDetach(context, [ledger])).files);
  } catch (error) {
    if (!Problem.is(error)) throw error;
    // What cannot be taken out exactly is seen as it is.
    const record = path.join(context.host.root, ledgerFile(ledger.workspace, ledger.integration));
    const bare = bareHost(context.reader, context.host.root, [ledger]);
    return readContext(
      context.doors,
      context.catalog,
      context.host.root,
      overlay(bare, new Map([[record, undefined]])),
    );
  }
}

/** A package that stays in its version keeps its range as it is written. */
function keepRanges({ edits, packages }: Decided, ledger: Ledger, present: ReadonlyMap<string, string>): Edit[] {
  const nameIn = (edit: Edit): string | undefined =>
    ALL_WORK.map((work) => work.packageOf(edit)).find((name) => name !== undefined);
  return edits.map((edit) => {
    const name = nameIn(edit);
    const chosen = packages.find((one) => one.name === name);
    if (name === undefined || !chosen || chosen.version !== present.get(name)) return edit;
    const old = ledger.edits.find((one) => nameIn(one) === name && one.file === edit.file);
    return old ? plainEdit(old) : edit;
  });
}

interface MergedFile {
  file: string;
  change: FileChange;
  made: MadeEdit;
}

/** Own files that somebody has edited since: what they did and what is new of it, where these do not meet. */
function mergeFiles(
  { reader, host }: Context,
  wanted: readonly Edit[],
  ledger: Ledger,
): { edits: Edit[]; merged: MergedFile[] } {
  const merged: MergedFile[] = [];
  const edits = wanted.filter((edit) => {
    const old = ledger.edits.find(({ file, format }) => file === edit.file && format === 'whole');
    if (edit.format !== 'whole' || old?.format !== 'whole' || old.operation.text === edit.operation.text) return true;
    const mine = readText(reader, path.join(host.root, edit.file));
    if (mine === undefined || mine === old.operation.text || edit.operation.generated) return true;
    const text = mergeLines(old.operation.text, mine, edit.operation.text);
    if (text === undefined) throw meeting(edit.file, edit.operation.text);
    merged.push({
      file: edit.file,
      change: { file: edit.file, before: encode(mine), after: encode(text), role: 'host' },
      made: { ...edit, seed: edit.operation.text, made: true, splices: [] },
    });
    return false;
  });
  return { edits, merged };
}

function meeting(file: string, wanted: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${file} was edited where it would change`,
    where: { file },
    why: 'Ligament made it, and what is new in it meets what somebody has changed',
    next: 'Nothing was changed. Bring the file to this by hand, with your own changes in it, then attach again.',
    handwork: wanted,
  });
}

function inOrderOf(edits: readonly Edit[], made: readonly MadeEdit[]): MadeEdit[] {
  return edits.flatMap((edit) => made.find((one) => sameEdit(one, edit)) ?? []);
}

function isSame(files: readonly FileChange[], made: readonly MadeEdit[], one: Decided, ledger: Ledger): boolean {
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
  const plain = (edits: readonly MadeEdit[]): unknown[] =>
    edits.map(({ file, format, operation }) => [file, format, operation]);
  return (
    joinFiles(files).every(({ role }) => role === 'record') &&
    same(plain(made), plain(ledger.edits)) &&
    same(one.choices, ledger.choices) &&
    same([...(one.request.without ?? [])].sort(), ledger.without ?? [])
  );
}
