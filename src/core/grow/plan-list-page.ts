import path from 'node:path';
import { spelledLike, type Subject, type Told } from '../analogy/like.ts';
import { inOtherNumber, isOne } from '../analogy/number.ts';
import { findSpelt, speltAs, wordsOf } from '../analogy/spellings.ts';
import type { ChangeSet } from '../change/change-set.ts';
import type { Edit } from '../edits/edit.ts';
import { partId } from '../edits/part-id.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { Entity, ListGrowth, MadeList } from '../joints/growth.ts';
import { EXIT, Problem } from '../problem.ts';
import { besideEdit } from './beside-edit.ts';
import { nameOf } from './files-like.ts';
import type { ListRequest } from './grow-request.ts';
import { growing, growthOf, withoutParts } from './growing.ts';
import { laidOut } from './laid-out.ts';
import { linkEdit } from './link-edits.ts';
import { isPageAddress } from './page-address.ts';
import { hasGrown, partChange } from './part-change.ts';
import { cannotGrow, takenAddress, takenFile, wrongWord } from './part-problems.ts';
import { addressSpelling, namedAll, usualParent } from './siblings.ts';

const PART = 'list-page';
const FIRST = 'Write the class of the entity first; the page is made from what it says of its fields.';

/**
 * Plans a page that lists what there is of an entity, as one change set. Writes nothing; undefined where it has grown already. Throws a
 * Problem: status 2 for an entity that is not there or an address that is none, status 3 where none can grow.
 */
export async function planListPage(context: Context, request: ListRequest): Promise<ChangeSet | undefined> {
  const { workspace } = request;
  const place = await growing(context, workspace, 'page');
  const ground = new Ground(withoutParts(context), context.host.root, place.stack.workspace);
  const growth = (await growthOf(ground, place.stack))[PART]?.();
  if (!growth)
    throw noList(place.facts.name, place.stack.outside ?? `${place.stack.title}: no entities were found there`, FIRST);
  const entity = entityCalled(growth, request.name, place.facts.name);
  const id = partId(PART, entity.name);
  if (hasGrown(context, id, workspace)) return undefined;
  const words = wordsOf(entity.name);
  const all = isOne(words) ? (inOtherNumber(words) ?? words) : words;
  const one = isOne(words) ? words : (inOtherNumber(words) ?? words);
  const address = addressOf(request, growth, all);
  // A word that is the same in both numbers would name both.
  const apart = nameOf(all.join() === one.join() ? ['all', ...all] : all);
  const subject = subjectOf(growth, one, all, address);
  const called = calledLike(growth, subject);
  const made = growth.make({
    entity,
    one: nameOf(one),
    all: { ...apart, sentence: speltAs(all, 'sentence') },
    address,
    called,
  });
  if ('why' in made) throw noList(place.facts.name, made.why, made.byHand);
  const taken = made.edits.find(({ format, file }) => format === 'whole' && ground.has(file));
  if (taken) throw takenFile(PART, taken.file);
  const edits = [...(await laidOut(context, place, made.edits)), ...entryEdits(ground, made)];
  const link = request.link
    ? linkTo(linkEdit(ground, namedAll(growth.pages), subject), [made.called, address])
    : undefined;
  return partChange(context, place, {
    id,
    title: `List of ${speltAs(all, 'lower')}`,
    way: `at ${address}, in ${made.file}`,
    about: shownOf(entity),
    choices: { at: address },
    edits: link ? [...edits, link] : edits,
    proofs: made.proofs.map((one) => ({ proof: 'run', ...one })),
    tell: [
      `Everybody who can open ${address} sees the list: put it behind your access rules if it is not for all.`,
      ...(request.link && !link
        ? [`Put a link to ${address} where your navigation is: none was found by its links.`]
        : []),
    ],
  });
}

function entryEdits(ground: Ground, { entry }: MadeList): Edit[] {
  const text = entry && ground.text(entry.file);
  return !entry || text === undefined
    ? []
    : [besideEdit(entry.file, text, { at: entry.behind, side: 'behind' }, entry.code, '')];
}

/** What a link to it is about: in the number in which the pages beside it are named. */
function subjectOf({ pages }: ListGrowth, one: string[], all: string[], address: string): Subject {
  const named = namedAll(pages);
  const areOne = named.filter(({ words }) => isOne(words)).length * 2 >= named.length;
  const [words, other] = areOne ? [one, all] : [all, one];
  return { words, other, shown: all, address, usual: pages.usual };
}

/** The name of its route, as those of the pages beside it are made. */
function calledLike({ pages }: ListGrowth, subject: Subject): string | undefined {
  // The front page is named for what it is, whatever the others are named for.
  const told = namedAll(pages).flatMap(({ standing: { called, address }, words, other }): Told[] =>
    called !== undefined && address !== '/' && findSpelt(called, words, other).length > 0
      ? [{ text: called, file: 'name', words, other }]
      : [],
  );
  return told[0] && spelledLike(told[0].text, told, subject);
}

/** A link, if it leads where it should: by the name of its route or by its address. */
function linkTo(link: Edit | undefined, names: readonly (string | undefined)[]): Edit | undefined {
  const code = link?.format === 'beside' ? link.operation.code : '';
  const leads = names.some(
    (one) => one !== undefined && [`'${one}'`, `"${one}"`].some((quoted) => code.includes(quoted)),
  );
  return leads ? link : undefined;
}

function shownOf({ fields, leftOut }: Entity): string[] {
  const shown = `It shows ${fields.map(({ name }) => name).join(', ')}.`;
  const rest =
    leftOut.length === 0
      ? ''
      : ` It leaves out ${leftOut.join(', ')}: what is secret, a list or another entity, or cannot be read.`;
  return [shown + rest];
}

function entityCalled({ entities }: ListGrowth, name: string, workspace: string): Entity {
  const wanted = speltAs(wordsOf(name), 'pascal');
  const other = speltAs(inOtherNumber(wordsOf(name)) ?? [], 'pascal');
  const is =
    (one: string) =>
    ({ name: own }: Entity) =>
      speltAs(wordsOf(own), 'pascal') === one;
  const found = entities.find(is(wanted)) ?? entities.find(is(other));
  if (found && found.fields.length > 0) return found;
  if (found)
    throw noList(
      workspace,
      `nothing of ${found.name} can be shown: ${found.file} says of no field that a list can have it`,
    );
  if (entities.length === 0) throw noList(workspace, 'no entities were found there', FIRST);
  throw new Problem({
    status: EXIT.wrongUsage,
    what: `There is no entity "${name}" in ${workspace}`,
    why: `there are ${entities
      .slice(0, 12)
      .map((one) => one.name)
      .join(', ')}`,
    next: 'Name one of them. Nothing was changed.',
  });
}

function addressOf({ address }: ListRequest, { pages }: ListGrowth, all: readonly string[]): string {
  const own = speltAs(all, addressSpelling(pages.standing));
  const wanted =
    address ??
    path.posix.join(pages.standing.length === 0 ? (pages.below ?? '/') : usualParent(pages.standing, 'page'), own);
  if (!isPageAddress(wanted)) throw wrongWord(PART, 'address', wanted);
  const taken = pages.standing.find((one) => one.address === wanted)?.file ?? pages.taken?.get(wanted);
  if (taken !== undefined) throw takenAddress('page', wanted, taken);
  return wanted;
}

function noList(workspace: string, why: string, byHand?: string): Problem {
  return cannotGrow(`No list page can grow in ${workspace}`, why, byHand);
}
