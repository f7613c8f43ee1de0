import path from 'node:path';
import type { Subject } from '../analogy/like.ts';
import { inOtherNumber, isOne } from '../analogy/number.ts';
import { withPhp } from '../analogy/shapes.ts';
import { findSpelt, speltAs } from '../analogy/spellings.ts';
import type { ChangeSet } from '../change/change-set.ts';
import { parseScript } from '../formats/script/syntax.ts';
import { wholeFile, type Edit } from '../edits/edit.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { KindGrowth } from '../joints/growth.ts';
import { tieEdits } from '../plan/attach/way-edits.ts';
import { nameOf, plainest } from './files-like.ts';
import { partId } from '../edits/part-id.ts';
import type { AlikeRequest } from './grow-request.ts';
import { growing, withoutParts, type Growing } from './growing.ts';
import { linkEdit } from './link-edits.ts';
import { isPageAddress } from './page-address.ts';
import { exportedAs, ownFiles } from './own-files.ts';
import { laidOut } from './laid-out.ts';
import { hasGrown, partChange } from './part-change.ts';
import {
  cannotLoadLazily,
  notThere,
  nothingAlike,
  notListed,
  takenAddress,
  takenFile,
  wrongWord,
} from './part-problems.ts';
import { routeProofs, testProofs } from './part-proofs.ts';
import {
  addressSpelling,
  isBelow,
  namedAll,
  ownWords,
  siblingsOf,
  statedBelow,
  usualParent,
  type Named,
} from './siblings.ts';
import { tableEdits, type TableManner } from './table-edits.ts';

const TITLES = { page: 'Page', endpoint: 'Endpoint', component: 'Component', middleware: 'Middleware' };

/** A part that is to grow, where it is to grow. */
interface Task {
  request: AlikeRequest;
  place: Growing & { kind: KindGrowth };
  ground: Ground;
  subject: Subject;
}

/** The edits that make a part, and how it goes in words. */
interface Made {
  edits: Edit[];
  like: string;
  /** The file of the sibling that it is most like. */
  model?: string | undefined;
  /** Its files are there already: they have waited for being listed. */
  isWaiting?: boolean | undefined;
}

/**
 * Plans a part like those of its kind that stand beside it, as one change set. Writes nothing; undefined where it has grown already.
 * Throws a Problem: status 2 for a name or an address that is none, status 3 where none can grow.
 */
export async function planAlike(context: Context, asked: AlikeRequest): Promise<ChangeSet | undefined> {
  const { part, workspace } = asked;
  const hasAddress = part === 'page' || part === 'endpoint';
  // What is called `/plots/free` is to be there.
  const isAddress = hasAddress && asked.address === undefined && /^\/./.test(asked.name);
  const request = isAddress ? { ...asked, address: asked.name } : asked;
  const found = await growing(context, workspace, part);
  const { kind, facts, stack } = found;
  if (!kind) throw nothingAlike(part, facts.name, stack);
  await readable(stack);
  const given = ownWords(request.name, kind.standing);
  checkName(request, given, stack.traits.runtime === 'server');
  const id = partId(part, speltAs(given, 'pascal'));
  if (hasGrown(context, id, workspace)) return undefined;
  const address = hasAddress ? addressFor(request, given, kind) : undefined;
  const ground = new Ground(withoutParts(context), context.host.root, stack.workspace);
  const subject = subjectOf(kind, given, address);
  const task: Task = { request, place: { ...found, kind }, ground, subject };
  const { edits: made, like, isWaiting, model } = kind.standing.length > 0 ? alikeEdits(task) : firstEdits(task);
  const edits = await laidOut(context, found, made, model);
  const link = request.link ? linkEdit(ground, namedAll(kind), subject) : undefined;
  return partChange(context, found, {
    id,
    title: `${TITLES[part]} ${speltAs(given, 'sentence')}`,
    way: [...(address === undefined ? [] : [`at ${address}`]), like].join(', '),
    choices: address === undefined ? {} : { at: address },
    edits: link ? [...edits, link] : edits,
    proofs: [
      ...routeProofs(stack, part, { ...subject, words: shownWords(subject, edits) }, isWaiting),
      ...(await testProofs(context, found, edits)),
    ],
    tell:
      request.link && !link
        ? [`Put a link to ${address ?? ''} where your navigation is: none was found by its links.`]
        : [],
  });
}

/** Has the languages of a side read that are read only where they are needed. */
async function readable({ traits }: Growing['stack']): Promise<void> {
  if (traits.sources.includes('php')) await withPhp();
}

/**
 * What the new one is about, in both numbers where the others have both. Which of the two was meant its own number tells, or its address:
 * a name that is given as one of several stays as it is.
 */
function subjectOf(kind: KindGrowth, given: readonly string[], address: string | undefined): Subject {
  const subject = { words: given, address, usual: kind.usual };
  const second = kind.numbered ? inOtherNumber(given) : undefined;
  const others = namedAll(kind).filter(({ other }) => other !== undefined);
  if (!second || others.length === 0) return subject;
  const areOne = others.filter(({ words }) => isOne(words)).length * 2 >= others.length;
  if (areOne && !isOne(given)) return { ...subject, words: second, other: given, shown: given };
  const last = path.posix.basename(address ?? '');
  return findSpelt(last, second).length > 0 || !areOne ? { ...subject, other: second } : subject;
}

/** The words of a name in the number in which new files show it. */
function shownWords({ words, other }: Subject, edits: readonly Edit[]): readonly string[] {
  const texts = edits.flatMap((edit) => (edit.format === 'whole' ? [edit.operation.text] : []));
  const isShown = (one: readonly string[]): boolean => texts.some((text) => text.includes(speltAs(one, 'sentence')));
  return other && !isShown(words) && isShown(other) ? other : words;
}

/** A name has words; on a server it is a variable, too. */
function checkName({ part, name }: AlikeRequest, words: readonly string[], isVariable: boolean): void {
  const isName = words.length > 0 && /^\p{L}/u.test(words[0] ?? '');
  const asVariable = `const ${speltAs(words, 'camel')} = 0;`;
  if (!isName || (isVariable && 'fault' in parseScript(asVariable, 'name.mjs'))) throw wrongWord(part, 'name', name);
}

function addressFor(
  { part, address }: AlikeRequest,
  words: readonly string[],
  { standing, taken: others, below }: KindGrowth,
): string {
  const own = speltAs(words, addressSpelling(standing));
  const first = below ?? (part === 'endpoint' ? '/api' : '/');
  const parent = standing.length === 0 ? first : usualParent(standing, part);
  const wanted = address ?? path.posix.join(parent, own);
  if (!isPageAddress(wanted)) throw wrongWord(part, 'address', wanted);
  const taken = standing.find((one) => one.address === wanted)?.file ?? others?.get(wanted);
  if (taken !== undefined) throw takenAddress(part, wanted, taken);
  return wanted;
}

/** What a part says of itself, where something else puts a part before its address. Throws a Problem (status 3) where that cannot be. */
function statedAs(subject: Subject, prefix = ''): Subject {
  if (subject.address === undefined || prefix === '') return subject;
  if (!isBelow(prefix, subject.address)) throw notListed(subject.address, [prefix]);
  return { ...subject, address: statedBelow(prefix, subject.address) };
}

/** The first of its kind: in the plainest form that the docs of its stack have. */
function firstEdits({ request: { part, before, lazy }, place, ground, subject }: Task): Made {
  const { kind, facts, stack } = place;
  const first = kind.first?.(nameOf(subject.words), subject.address ?? '');
  if (!first) throw nothingAlike(part, facts.name, stack);
  if (before !== undefined) throw notThere(part, before, []);
  if (lazy) throw cannotLoadLazily(stack.title);
  if (ground.has(first.file)) throw takenFile(part, first.file);
  const text = plainest(ground, first.file, statedAs(subject, first.prefix), kind, stack.traits);
  const ties = tieEdits(first.ties, { stack, values: {} });
  const also = first.also === undefined ? '' : `; ${first.also}`;
  return {
    edits: [
      wholeFile(first.file, text),
      ...(kind.beside?.(nameOf(subject.words), first.file) ?? []),
      ...(first.edits ?? []),
      ...ties,
    ],
    like: `as the first one, in ${first.file}${also}`,
  };
}

function alikeEdits(task: Task): Made {
  const { request, place, ground, subject } = task;
  const { kind, facts, stack } = place;
  const { standing } = kind;
  const siblings = siblingsOf(ground, kind, subject.address, stack.traits.views?.folder);
  if (siblings.length === 0) throw nothingAlike(request.part, facts.name, stack);
  // Pages that wait for a table are listed in the one that has begun.
  const isListed = ({ standing: { listed } }: Named): boolean => listed !== undefined;
  const listedAll = namedAll(kind).filter(isListed);
  const states = siblings[0]?.standing.states === true;
  const waits = !states && !siblings.some(isListed) && listedAll.length > 0;
  const inTable: readonly Named[] = states ? [] : waits ? listedAll : siblings;
  if (subject.address !== undefined) checkListed(subject.address, inTable);
  const stated = statedAs(subject, states ? siblings[0]?.standing.prefix : '');
  const about = { part: request.part, kind, traits: stack.traits, subject: stated };
  const { main, files } = ownFiles(ground, about, siblings);
  const how = tableManner(task, main);
  const ownName = !waits
    ? subject
    : { ...subject, words: ownWords(path.posix.basename(main).replace(/\.\w+$/, ''), []) };
  const others = siblings.map(({ standing: { file }, words }) => ({ file, words }));
  const listed = tableEdits(ground, inTable, ownName, how);
  if (how.lazily && listed.length === 0) throw cannotLoadLazily(stack.title);
  if (standing.some((one) => one.file === main && one.listed === undefined && listed.length > 0))
    return { edits: listed, like: `which waits in ${main}`, isWaiting: true };
  return {
    edits: [...exportedAs(files, main, listed), ...listed, ...(kind.alsoNamed?.(others, subject) ?? [])],
    model: siblings[0]?.standing.file,
    like: `like ${siblings
      .slice(0, 3)
      .map((one) => one.standing.name)
      .join(', ')}`,
  };
}

/** Throws a Problem (status 2) for a neighbour that is not there, status 3 where nothing is loaded only when it is shown. */
function tableManner({ request: { part, before, lazy }, place: { kind, stack } }: Task, file: string): TableManner {
  const all = namedAll(kind);
  const wanted = before === undefined ? undefined : speltAs(ownWords(before, kind.standing), 'kebab');
  const neighbour = all.find(({ words }) => speltAs(words, 'kebab') === wanted);
  if (before !== undefined && !neighbour)
    throw notThere(
      part,
      before,
      all.map(({ standing }) => standing.name),
    );
  if (lazy && !kind.lazily) throw cannotLoadLazily(stack.title);
  return { file, before: neighbour, lazily: lazy ? kind.lazily : undefined };
}

/** Throws a Problem (status 3) where the tables that list the siblings list nothing at an address. */
function checkListed(address: string, siblings: readonly Named[]): void {
  const belows = [...new Set(siblings.flatMap(({ standing }) => standing.listed?.below ?? []))];
  if (belows.length > 0 && !belows.some((one) => isBelow(one, address))) throw notListed(address, belows);
}
