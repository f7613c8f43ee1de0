import { joinFiles, type ChangeSet } from '../change/change-set.ts';
import { bareStyle } from '../facts/bare.ts';
import { kitsFor, pieceFiles, pieceProofs, type Kit } from '../facts/pieces.ts';
import type { Edit } from '../edits/edit.ts';
import type { Context } from '../host/context.ts';
import { planAttach } from '../plan/attach/plan-attach.ts';
import { wayEdits } from '../plan/attach/way-edits.ts';
import { asPlanned } from '../plan/refit/fit-around.ts';
import { sameEdit } from '../plan/shared/plan-files.ts';
import { plainEdit } from '../edits/replay.ts';
import type { Ledger } from '../ledger/record.ts';
import { tasksFor } from '../prove/proof-tasks.ts';
import { EXIT, Problem } from '../problem.ts';
import type { StackFacts } from '../stacks/sides.ts';
import { partId, readPartId } from '../edits/part-id.ts';
import type { PieceRequest } from './grow-request.ts';
import { growing, type Growing } from './growing.ts';
import { laidOut } from './laid-out.ts';
import { hasGrown, partsChange, type NewPart } from './part-change.ts';

/**
 * Plans pieces of a kit with those that they use, and the kit itself where it is not attached yet, as one change set. Writes
 * nothing; undefined where all of them have grown already. Throws a Problem: status 2 for a piece that is none, status 3 where it
 * cannot come.
 */
export async function planPieces(context: Context, { names, workspace }: PieceRequest): Promise<ChangeSet | undefined> {
  const place = await growing(context, workspace);
  const kits = await kitsFor(context, place.stack);
  const kit = kits.find(({ pieces }) => Object.hasOwn(pieces, names[0] ?? '')) ?? kits[0];
  if (!kit) throw noKit(place);
  const missing = names.find((name) => !Object.hasOwn(kit.pieces, name));
  if (missing !== undefined) throw noPiece(missing, kit);
  const parts = await piecesAsParts(context, place, kit, withNeeds(kit, names));
  if (parts.length === 0) return undefined;
  const isThere = hasGrown(context, kit.definition.integration, workspace);
  const first = isThere ? undefined : await attachKit(context, kit, workspace);
  const change = await partsChange(first ? await asPlanned(context, first.files) : context, place, parts);
  const proofs = await pieceTasks(context, place, kit, parts);
  if (!first) return { ...change, proofs };
  return {
    ...first,
    title: change.title,
    parts: [...first.parts, ...change.parts],
    files: joinFiles([...first.files, ...change.files]),
    proofs: [...first.proofs, ...proofs],
    // What is said of the kit is how its pieces come.
    tell: [],
  };
}

function attachKit(context: Context, { definition }: Kit, workspace: string): Promise<ChangeSet> {
  const wishes = { take: {}, movePackages: false, whereItFits: false };
  return planAttach(context, [{ definition, workspace, choices: {} }], wishes);
}

/** Pieces as they are to be, laid out together; those that are so already are left out. */
async function piecesAsParts(context: Context, place: Growing, kit: Kit, names: readonly string[]): Promise<NewPart[]> {
  const { facts, stack } = place;
  const made = { workspace: stack.workspace, stack, style: bareStyle(context, facts), values: kit.values };
  const each = names.map((name) => ({ name, edits: wayEdits({ files: pieceFiles(kit, name), ties: [] }, made) }));
  const all = await laidOut(
    context,
    place,
    each.flatMap(({ edits }) => edits),
  );
  return each.flatMap(
    ({ name, edits }) => pieceAsPart(context, facts.folder, kit, name, all.splice(0, edits.length)) ?? [],
  );
}

/** A piece as it is to be; undefined where it is so already. */
function pieceAsPart(
  { ledgers }: Context,
  workspace: string,
  { definition }: Kit,
  name: string,
  wanted: readonly Edit[],
): NewPart | undefined {
  const id = partId('piece', name);
  const replaces = ledgers.find((one) => one.integration === id && one.workspace === workspace);
  const edits = replaces ? wanted.map((edit) => asItIs(edit, replaces)) : wanted;
  if (replaces && edits.every((edit) => replaces.edits.some((old) => sameEdit(old, edit)))) return undefined;
  return {
    id,
    title: `${definition.title}: ${name}`,
    way: `as ${edits.map(({ file }) => file).join(', ')}`,
    choices: {},
    edits,
    proofs: [],
    tell: [],
    replaces,
  };
}

/** An edit as it was made, where only the layout would be another one: what a host is written like may change. */
function asItIs(edit: Edit, { edits }: Ledger): Edit {
  const bare = ({ operation }: Edit): string => JSON.stringify(operation).replaceAll(/\\[nt"]|[\s;,'`()]/g, '');
  const old = edits.find((one) => one.file === edit.file && bare(one) === bare(edit));
  return old ? plainEdit(old) : edit;
}

/** The proof of all of some pieces: one build is enough to see them. */
async function pieceTasks(
  context: Context,
  { facts, stack }: Growing,
  kit: Kit,
  parts: readonly NewPart[],
): Promise<ChangeSet['proofs']> {
  const kinds = await context.catalog.proofs();
  const names = parts.flatMap(({ id }) => readPartId({ integration: id })?.name ?? []);
  const title = `${kit.definition.title}: ${names.join(', ')}`;
  const integration = parts.at(-1)?.id ?? '';
  return tasksFor(
    { integration, title, workspace: facts.folder, foreign: false },
    pieceProofs(kit, names, kinds),
    kinds,
    { context, facts, stack, choices: {} },
  );
}

/** Some pieces with all that they use, each before what uses it. */
function withNeeds({ pieces }: Kit, names: readonly string[]): string[] {
  const found = new Set<string>();
  const add = (name: string, above: readonly string[]): void => {
    if (above.includes(name)) return;
    for (const need of pieces[name]?.needs ?? []) add(need, [...above, name]);
    found.add(name);
  };
  for (const name of names) add(name, []);
  return [...found];
}

function noKit({ facts, stack }: { facts: Growing['facts']; stack: StackFacts }): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `No piece can grow in ${facts.name}`,
    why: stack.outside ?? `no kit of interface elements fits ${stack.title} there`,
    next: 'Nothing was changed. ligament browse says what each one asks for.',
  });
}

function noPiece(name: string, { definition, pieces }: Kit): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `${definition.title} has no piece "${name}"`,
    why: `it has ${Object.keys(pieces).join(', ')}`,
    next: 'Nothing was changed.',
  });
}
