import path from 'node:path';
import type { Context } from '../context.ts';
import { encode } from '../doors/text.ts';
import { catalogIds, loadDefinition } from '../definition/catalog.ts';
import type { Definition, Way } from '../definition/schema.ts';
import type { Edit } from '../joints.ts';
import { ledgerFile, renderLedger, type Ledger, type MadeEdit } from '../ledger/ledger.ts';
import { SECTIONS } from '../survey/manifest.ts';
import { splitPointer } from '../formats/json-pointer.ts';
import { choosePackages, type ChosenPackage } from '../resolve/packages.ts';
import { bareStack, bareStyle, isOwn } from './bare.ts';
import type { FileChange } from './change-set.ts';
import { manifestEdits } from './manifest-edits.ts';
import { planFiles, sameEdit } from './plan-files.ts';
import { ownerOf, plainEdit } from './replay.ts';
import { settleProofs, settleWay, valuesFor } from './settle.ts';
import { circumstances } from './take-way.ts';
import { wayEdits } from './way-edits.ts';

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
    const definition = await definitionOf(now, ledger, ids);
    const way = definition?.ways.find((one) => one.way === ledger.way);
    if (!definition || !way || !JSON.stringify(way).includes('"packages":{')) continue;
    const was = await settled(before, ledger, way);
    const is = await settled(now, ledger, way);
    const done = was && is && !sameWay(was, is) && (await fitAnew(now, { ledger, definition, raw: way, way: is }));
    if (done) return done;
  }
  return undefined;
}

/** What an integration is fitted by: the definition that ships, else what its record keeps of the one that it came from. */
async function definitionOf(
  { doors, catalog }: Context,
  { integration, kept }: Ledger,
  shipped: ReadonlySet<string>,
): Promise<Pick<Definition, 'ways' | 'proofs'> | undefined> {
  if (shipped.has(integration)) return loadDefinition(doors.files, catalog, integration);
  return kept && { ways: [kept.way], proofs: kept.proofs };
}

async function settled(context: Context, { workspace, choices }: Ledger, way: Way): Promise<Way | undefined> {
  const facts = context.facts.workspaces.find(({ folder }) => folder === workspace);
  if (!facts) return undefined;
  const stack = await bareStack(context, workspace);
  return settleWay(way, circumstances(context, { facts, stack, choices }));
}

function sameWay(one: Way, other: Way): boolean {
  const shape = ({ packages, ties, files }: Way): string => JSON.stringify([Object.keys(packages), ties, files]);
  return shape(one) === shape(other);
}

interface FitTask {
  ledger: Ledger;
  definition: Pick<Definition, 'ways' | 'proofs'>;
  /** The way as the definition has it, and with only what is meant for the workspace. */
  raw: Way;
  way: Way;
}

async function fitAnew(
  context: Context,
  task: FitTask,
): Promise<{ files: FileChange[]; refitted: Refitted } | undefined> {
  const { ledger, definition, way } = task;
  const { workspace, choices } = ledger;
  const facts = context.facts.workspaces.find(({ folder }) => folder === workspace);
  if (!facts) throw new Error(`no workspace ${workspace}`);
  const stack = await bareStack(context, workspace);
  const at = circumstances(context, { facts, stack, choices });
  const { kept, added } = await packagesOf(context, task);
  const style = bareStyle(context, facts);
  const ofPackages = [...kept.map((edit) => plainEdit(edit)), ...manifestEdits(context, added, false)];
  const edits = [
    ...ofPackages.sort((a, b) => compareNames(packageNamed(a), packageNamed(b))),
    ...wayEdits(way, { workspace: facts, stack, style, values: valuesFor(at) }),
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
    proofs: settleProofs(definition, at),
  };
  const record = ledgerFile(workspace, ledger.integration);
  const before = context.reader.read(path.join(context.host.root, record));
  const files = [
    ...planned.files,
    { file: record, before, after: encode(renderLedger(next)), role: 'record' as const },
  ];
  return { files, refitted: { ledger: next, title: ledger.title, packages: added } };
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
  const chosen = await choosePackages(context, { ...way, packages: Object.fromEntries(missing) }, facts, {
    take: {},
    agreed: new Map(),
  });
  return { kept, added: 'clash' in chosen ? [] : chosen };
}

function compareNames(a = '', b = ''): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** The package that an edit puts into a manifest (or a catalog of the manager); undefined for other edits. */
function packageNamed({ file, format, operation }: Edit): string | undefined {
  if (operation.op !== 'set' || !('pointer' in operation)) return undefined;
  const [section = '', ...rest] = splitPointer(operation.pointer);
  const isManifest = format === 'json' && path.posix.basename(file) === 'package.json';
  if (isManifest && (SECTIONS as readonly string[]).includes(section)) return rest[0];
  return format === 'yaml' && /^catalogs?$/.test(section) ? rest.at(-1) : undefined;
}
