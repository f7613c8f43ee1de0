import { type Ledger, ledgerFile, renderLedger } from '../../ledger/record.ts';
import { keptWay } from '../../ledger/kept-definition.ts';
import { workOf, ALL_WORK } from '../../ecosystems/works.ts';
import { type ChosenPackage } from '../../ecosystems/work.ts';
import { circumstances } from '../../facts/circumstances.ts';
import { type MadeEdit } from '../../edits/edit.ts';
import type { Edit } from '../../edits/edit.ts';
import path from 'node:path';
import type { Context } from '../../host/context.ts';
import { encode } from '../../text/utf8.ts';
import { catalogIds, loadDefinition } from '../../definition/catalog.ts';
import type { Way } from '../../definition/definition.ts';
import { SETTINGS } from '../../definition/facts.ts';
import { bareStack, bareStyle, isOwn } from '../../facts/bare.ts';
import type { FileChange } from '../../change/change-set.ts';
import { planFiles, sameEdit } from '../shared/plan-files.ts';
import { ownerOf, plainEdit } from '../../edits/replay.ts';
import { settleProofs, settleWay, valuesFor } from '../../facts/settle.ts';
import { withoutExtras } from '../attach/extras.ts';
import { wayEdits } from '../attach/way-edits.ts';

/** An integration whose conditions have another outcome since something beside it came or went. */
export interface Refitted {
  ledger: Ledger;
  title: string;
  packages: ChosenPackage[];
}

/**
 * Fits one integration that is attached to what has come or gone beside it, so that the order of attaching never shows: the
 * first whose way, settled as it was (`before`) and as it is now, differs, and whose edits do too. Undefined where there is none.
 */
export async function refitOne(
  before: Context,
  now: Context,
): Promise<{ files: FileChange[]; refitted: Refitted } | undefined> {
  const ids = new Set(catalogIds(now.doors.files, now.catalog));
  for (const ledger of now.ledgers) {
    const way = await wayOf(now, ledger, ids);
    if (!way || !JSON.stringify(way).includes('"packages":{')) continue;
    const was = await settled(before, ledger, way);
    const is = await settled(now, ledger, way);
    const done = was && is && !sameWay(was, is) && (await fitAnew(now, { ledger, raw: way, way: is }));
    if (done) return done;
  }
  return undefined;
}

/** The way that an integration is fitted by: that of the definition that ships, else what its record keeps of it. */
async function wayOf(
  { doors, catalog }: Context,
  { integration, way, kept, adopted }: Ledger,
  shipped: ReadonlySet<string>,
): Promise<Way | undefined> {
  // What somebody has set up by hand is theirs to fit.
  if (adopted) return undefined;
  if (!shipped.has(integration)) return kept && keptWay(kept);
  const { ways } = await loadDefinition(doors.files, catalog, integration);
  return ways.find((one) => one.way === way);
}

async function settled(
  context: Context,
  { workspace, choices, side, without = [] }: Ledger,
  way: Way,
): Promise<Way | undefined> {
  const facts = context.facts.workspaces.find(({ folder }) => folder === workspace);
  if (!facts) return undefined;
  const stack = await bareStack(context, workspace, side);
  return withoutExtras(settleWay(way, circumstances(context, { stack, choices })), without);
}

function sameWay(one: Way, other: Way): boolean {
  const shape = ({ packages, ties, files }: Way): string => JSON.stringify([Object.keys(packages), ties, files]);
  return shape(one) === shape(other);
}

interface FitTask {
  ledger: Ledger;
  /** The way as the definition has it, and with only what is meant for the workspace. */
  raw: Way;
  way: Way;
}

async function fitAnew(
  context: Context,
  task: FitTask,
): Promise<{ files: FileChange[]; refitted: Refitted } | undefined> {
  const { ledger, raw, way } = task;
  const { workspace, choices } = ledger;
  const facts = context.facts.workspaces.find(({ folder }) => folder === workspace);
  if (!facts) throw new Error(`no workspace ${workspace}`);
  const stack = await bareStack(context, workspace, ledger.side);
  const at = circumstances(context, { stack, choices });
  const { kept, added } = await packagesOf(context, task);
  const style = bareStyle(context, facts);
  const ofPackages = [
    ...kept.map((edit) => plainEdit(edit)),
    ...workOf(facts).edits(context, added, { move: false, others: context.ledgers.flatMap((one) => one.edits) }),
  ];
  const edits = [
    ...ofPackages.sort((a, b) => compareNames(packageNamed(a), packageNamed(b))),
    ...keepSettings(wayEdits(way, { workspace: stack.workspace, stack, style, values: valuesFor(at) }), way, ledger),
  ];
  const owner = ownerOf(ledger);
  // It was planned with what came beside it in view.
  const same = edits.length === ledger.edits.length && edits.every((edit, index) => isSame(edit, ledger.edits[index]));
  if (same) return undefined;
  const planned = await planFiles(context, [{ owner, edits, style, replaces: ledger }]);
  // What cannot be fitted stays as it is: it worked before, and its proof tells whether it still does.
  if ('refusal' in planned) return undefined;
  const names = new Set(edits.flatMap((edit) => packageNamed(edit) ?? []));
  const next: Ledger = {
    ...ledger,
    packages: {
      ...Object.fromEntries(Object.entries(ledger.packages).filter(([name]) => names.has(name))),
      ...Object.fromEntries(added.filter((each) => !isOwn(context, each)).map(({ name, range }) => [name, range])),
    },
    edits: planned.made.get(owner) ?? [],
    proofs: settleProofs(raw, at, await context.catalog.proofs()),
  };
  const record = ledgerFile(workspace, ledger.integration);
  const before = context.reader.read(path.join(context.host.root, record));
  const files = [
    ...planned.files,
    { file: record, before, after: encode(renderLedger(next)), role: 'record' as const },
  ];
  return { files, refitted: { ledger: next, title: ledger.title, packages: added } };
}

/** Settings that were found once stay as they are. */
function keepSettings(edits: Edit[], { files = [] }: Way, ledger: Ledger): Edit[] {
  const found = files.filter(({ text }) => text?.includes(SETTINGS)).map(({ file }) => file);
  return edits.map((edit) => {
    const isFound = edit.format === 'whole' && found.some((file) => edit.file.endsWith(file));
    const known = isFound ? ledger.edits.find((one) => one.file === edit.file && one.format === 'whole') : undefined;
    return known ? plainEdit(known) : edit;
  });
}

function isSame(edit: Edit, other: Edit | undefined): boolean {
  return other !== undefined && sameEdit(edit, other);
}

/** The manifest edits that stay, and the packages that come. */
async function packagesOf(
  context: Context,
  { ledger, raw, way }: FitTask,
): Promise<{ kept: MadeEdit[]; added: ChosenPackage[] }> {
  const facts = context.facts.workspaces.find(({ folder }) => folder === ledger.workspace);
  if (!facts) throw new Error(`no workspace ${ledger.workspace}`);
  const own = ledger.edits.filter((edit) => packageNamed(edit) !== undefined);
  const leaves = (name: string): boolean => Object.hasOwn(raw.packages, name) && !Object.hasOwn(way.packages, name);
  const kept = own.filter((edit) => !leaves(packageNamed(edit) ?? ''));
  const missing = Object.entries(way.packages).filter(([name]) => !kept.some((edit) => packageNamed(edit) === name));
  if (missing.length === 0) return { kept, added: [] };
  const chosen = await workOf(facts).choose(context, Object.fromEntries(missing), facts, {
    take: {},
    agreed: new Map(),
  });
  return { kept, added: 'clash' in chosen ? [] : chosen };
}

function compareNames(a = '', b = ''): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

function packageNamed(edit: Edit): string | undefined {
  return ALL_WORK.map((one) => one.packageOf(edit)).find((name) => name !== undefined);
}
