import path from 'node:path';
import { spelledLike, type Subject } from '../analogy/like.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { ChangeSet } from '../change/change-set.ts';
import type { Edit } from '../edits/edit.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { AlikePart, KindGrowth, Standing } from '../joints/growth.ts';
import { filesLike } from './files-like.ts';
import { partId, type AlikeRequest } from './grow-request.ts';
import { growing, withoutParts, type Growing } from './growing.ts';
import { linkEdit } from './link-edits.ts';
import { fileForAddress, isPageAddress } from './page-address.ts';
import { hasGrown, partChange } from './part-change.ts';
import { wrongWord, nothingAlike, notListed, takenAddress } from './part-problems.ts';
import { routeProofs, testProofs } from './part-proofs.ts';
import { addressSpelling, isBelow, namedAll, ownWords, siblingsOf, usualParent, type Sibling } from './siblings.ts';
import { tableEdits } from './table-edits.ts';

const TITLES = { page: 'Page', endpoint: 'Endpoint', component: 'Component' };

/**
 * Plans a part like those of its kind that stand beside it, as one change set. Writes nothing; undefined where it has grown already.
 * Throws a Problem: status 2 for a name or an address that is none, status 3 where none can grow.
 */
export async function planAlike(context: Context, request: AlikeRequest): Promise<ChangeSet | undefined> {
  const { part, workspace } = request;
  const place = await growing(context, workspace, part);
  const { kind, facts, stack } = place;
  if (!kind) throw nothingAlike(part, facts.name, stack);
  const { standing } = kind;
  const words = ownWords(request.name, standing);
  if (words.length === 0 || !/^\p{L}/u.test(words[0] ?? '')) throw wrongWord(part, 'name', request.name);
  const id = partId(part, speltAs(words, 'pascal'));
  if (hasGrown(context, id, workspace)) return undefined;
  const address = part === 'component' ? undefined : addressFor(request, words, standing);
  const subject: Subject = { words, address };
  const ground = new Ground(withoutParts(context), context.host.root, stack.workspace);
  const siblings = siblingsOf(ground, standing, address, stack.traits.views?.folder);
  if (siblings.length === 0) throw nothingAlike(part, facts.name, stack);
  if (address !== undefined) checkListed(address, siblings);
  const edits = partEdits(ground, { ...place, kind }, siblings, { part, subject });
  const link = request.link ? linkEdit(ground, namedAll(standing), subject) : undefined;
  const like = siblings.slice(0, 3).map((one) => one.standing.name);
  return partChange(context, place, {
    id,
    title: `${TITLES[part]} ${speltAs(words, 'sentence')}`,
    way: `${address === undefined ? '' : `at ${address}, `}like ${like.join(', ')}`,
    choices: address === undefined ? {} : { at: address },
    edits: link ? [...edits, link] : edits,
    proofs: [...routeProofs(stack, part, subject), ...(await testProofs(context, place, edits))],
    tell:
      request.link && !link
        ? [`Put a link to ${address ?? ''} where your navigation is: none was found by its links.`]
        : [],
  });
}

function addressFor({ part, address }: AlikeRequest, words: readonly string[], standing: readonly Standing[]): string {
  const own = speltAs(words, addressSpelling(standing));
  const wanted = address ?? path.posix.join(usualParent(standing, part), own);
  if (!isPageAddress(wanted)) throw wrongWord(part, 'address', wanted);
  const taken = standing.find((one) => one.address === wanted);
  if (taken) throw takenAddress(part, wanted, taken.file);
  return wanted;
}

/** Throws a Problem (status 3) where the tables that list the siblings list nothing at an address. */
function checkListed(address: string, siblings: readonly Sibling[]): void {
  const belows = [...new Set(siblings.flatMap(({ standing }) => standing.listed?.below ?? []))];
  if (belows.length > 0 && !belows.some((one) => isBelow(one, address))) throw notListed(address, belows);
}

function partEdits(
  ground: Ground,
  place: Growing & { kind: KindGrowth },
  siblings: readonly Sibling[],
  { part, subject }: { part: AlikePart; subject: Subject },
): Edit[] {
  const { kind, stack } = place;
  const placed = placing(siblings, kind, subject);
  const shown = part === 'page' ? 'h1' : part === 'component' ? 'p' : undefined;
  const others = siblings.map(({ standing: { file }, words }) => ({ file, words }));
  return [
    ...filesLike(ground, siblings, { subject, placed, shown, kind, traits: stack.traits }),
    ...tableEdits(ground, siblings, subject),
    ...(kind.alsoNamed?.(others, subject) ?? []),
  ];
}

/** Where each file of a new part goes, by the file of the first sibling that it is like. */
function placing(siblings: readonly Sibling[], { routes }: KindGrowth, subject: Subject): (file: string) => string {
  const [base] = siblings;
  if (!base) throw new Error('a part has no sibling');
  const names = siblings.map(({ standing: { file }, words }) => ({ text: file, file, words }));
  const own = base.standing.file;
  const main = routes
    ? fileForAddress(routes, { file: own, address: base.standing.address ?? '/' }, subject.address ?? '/')
    : spelledLike(own, names, subject);
  return (file) => {
    if (file === own) return main;
    const renamed = spelledLike(file, names, subject);
    const isBeside = path.posix.dirname(file) === path.posix.dirname(own);
    return routes && isBeside ? path.posix.join(path.posix.dirname(main), path.posix.basename(renamed)) : renamed;
  };
}
