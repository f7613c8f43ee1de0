import { joinFiles, type ChangeSet } from '../change/change-set.ts';
import { bareStyle } from '../facts/bare.ts';
import { kitsFor, pieceFiles, pieceProofs, type Kit } from '../facts/pieces.ts';
import type { Edit } from '../edits/edit.ts';
import type { Context } from '../host/context.ts';
import { planAttach } from '../plan/attach/plan-attach.ts';
import { wayEdits } from '../plan/attach/way-edits.ts';
import { asPlanned } from '../plan/refit/fit-around.ts';
import { renewedPiece } from './renew-piece.ts';
import { tasksFor } from '../prove/proof-tasks.ts';
import { EXIT, Problem } from '../problem.ts';
import type { StackFacts } from '../stacks/sides.ts';
import { partId, type PieceRequest } from './grow-request.ts';
import { growing, type Growing } from './growing.ts';
import { hasGrown, partChange } from './part-change.ts';

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
  const all = withNeeds(kit, names);
  const wanted = all.filter((name) => !hasGrown(context, partId('piece', name), workspace));
  const renewed = all.flatMap((name) => renewal(context, place, kit, name) ?? []);
  if (wanted.length === 0 && renewed.length === 0) return undefined;
  const isThere = hasGrown(context, kit.definition.integration, workspace);
  const first = isThere ? undefined : await attachKit(context, kit, workspace);
  const planned = first ? await asPlanned(context, first.files) : context;
  const changes: ChangeSet[] = [...(first ? [first] : []), ...renewed];
  for (const name of wanted) changes.push(await pieceChange(planned, place, kit, name));
  const kinds = await context.catalog.proofs();
  const { facts, stack } = place;
  const changed = all.filter((name) => changes.some(({ parts }) => parts[0]?.integration === partId('piece', name)));
  const title = `${kit.definition.title}: ${changed.join(', ')}`;
  // One build is enough to see all of them.
  const proofs = tasksFor(
    { integration: partId('piece', changed.at(-1) ?? ''), title, workspace, foreign: false },
    pieceProofs(kit, changed, kinds),
    kinds,
    { context, facts, stack, choices: {} },
  );
  return together(
    changes,
    proofs,
    `grow ${changed.map((name) => partId('piece', name)).join(', ')} in ${place.facts.name}`,
  );
}

function attachKit(context: Context, { definition }: Kit, workspace: string): Promise<ChangeSet> {
  const wishes = { take: {}, movePackages: false, whereItFits: false };
  return planAttach(context, [{ definition, workspace, choices: {} }], wishes);
}

/** What a piece that has grown lacks of what its kit has now. */
function renewal(context: Context, place: Growing, kit: Kit, name: string): ChangeSet | undefined {
  const id = partId('piece', name);
  const ledger = context.ledgers.find((one) => one.integration === id && one.workspace === place.facts.folder);
  return ledger && renewedPiece(context, place, ledger, pieceEdits(context, place, kit, name));
}

function pieceEdits(context: Context, { facts, stack }: Growing, kit: Kit, name: string): Edit[] {
  const made = { workspace: stack.workspace, stack, style: bareStyle(context, facts), values: kit.values };
  return wayEdits({ files: pieceFiles(kit, name), ties: [] }, made);
}

function pieceChange(context: Context, place: Growing, kit: Kit, name: string): Promise<ChangeSet> {
  const edits = pieceEdits(context, place, kit, name);
  return partChange(context, place, {
    id: partId('piece', name),
    title: `${kit.definition.title}: ${name}`,
    way: `as ${edits.map(({ file }) => file).join(', ')}`,
    choices: {},
    edits,
    proofs: [],
    tell: [],
  });
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

function together(changes: readonly ChangeSet[], proofs: ChangeSet['proofs'], title: string): ChangeSet {
  const [first] = changes;
  if (!first) throw new Error('nothing is to be joined');
  return {
    ...first,
    title,
    parts: changes.flatMap(({ parts }) => parts),
    files: joinFiles(changes.flatMap(({ files }) => files)),
    install: changes.find(({ install }) => install)?.install,
    proofs: [...changes.flatMap((one) => one.proofs), ...proofs],
    // What is said of the kit is how its pieces come.
    tell: [],
    warnings: [...new Set(changes.flatMap(({ warnings }) => warnings))],
  };
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
