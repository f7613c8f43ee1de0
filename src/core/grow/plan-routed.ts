import path from 'node:path';
import { spelledLike, type Subject, type Told } from '../analogy/like.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { ChangeSet } from '../change/change-set.ts';
import type { Edit } from '../edits/edit.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { PageGrowth, StandingPage } from '../joints/growth.ts';
import { declaredInModule } from './declared-in-module.ts';
import { filesLike } from './files-like.ts';
import { partId, type RoutedPart, type RoutedRequest } from './grow-request.ts';
import { linkEdit } from './link-edits.ts';
import { growing, withoutParts } from './growing.ts';
import { noAddress, noName, nothingAlike, notListed, takenAddress } from './page-problems.ts';
import { partChange } from './part-change.ts';
import { routeProofs, testProofs } from './part-proofs.ts';
import { fileForAddress, isPageAddress } from './page-address.ts';
import { addressSpelling, isBelow, namedPages, ownWords, siblingsOf, usualParent, type Sibling } from './siblings.ts';
import { tableEdits } from './table-edits.ts';

/**
 * Plans a page or an endpoint like those that stand beside it, as one change set. Writes nothing; undefined where it has grown already.
 * Throws a Problem: status 2 for a name or an address that is none, status 3 where none can grow.
 */
export async function planRouted(context: Context, request: RoutedRequest): Promise<ChangeSet | undefined> {
  const { part, workspace } = request;
  const place = await growing(context, workspace, part === 'page' ? 'pages' : 'endpoints');
  const standing = part === 'page' ? place.growth.pages : place.growth.endpoints;
  if (!standing) throw nothingAlike(part, place.facts.name, place.stack);
  const { pages } = standing;
  const words = ownWords(request.name, pages);
  if (words.length === 0 || !/^\p{L}/u.test(words[0] ?? '')) throw noName(part, request.name);
  const id = partId(part, speltAs(words, 'pascal'));
  if (context.ledgers.some((one) => one.integration === id && one.workspace === workspace)) return undefined;
  const own = speltAs(words, addressSpelling(pages));
  const address = request.address ?? path.posix.join(usualParent(pages, part), own);
  checkAddress(part, address, pages);
  const subject: Subject = { words, address };
  const ground = new Ground(withoutParts(context), context.host.root, place.stack.workspace);
  const siblings = siblingsOf(ground, pages, address, place.stack.traits.views?.folder);
  const belows = siblings.flatMap(({ page }) => page.listed?.below ?? []);
  if (belows.length > 0 && !belows.some((one) => isBelow(one, address))) throw notListed(address, [...new Set(belows)]);
  const { elementsImport } = place.stack.traits;
  if (siblings.length === 0) throw nothingAlike(part, place.facts.name, place.stack);
  const edits = partEdits(ground, standing, siblings, { subject, part, elementsImport });
  const link = request.link ? linkEdit(ground, namedPages(pages), subject) : undefined;
  const tell =
    request.link && !link ? [`Put a link to ${address} where your navigation is: none was found by its links.`] : [];
  const like = siblings.slice(0, 3).map(({ page }) => page.name);
  return partChange(context, place, {
    id,
    title: `${part === 'page' ? 'Page' : 'Endpoint'} ${speltAs(words, 'sentence')}`,
    way: `at ${address}, like ${like.join(', ')}`,
    choices: { at: address },
    edits: link ? [...edits, link] : edits,
    proofs: [...routeProofs(place.stack, part, subject), ...testProofs(place.facts, edits)],
    tell,
  });
}

function checkAddress(part: RoutedPart, address: string, pages: readonly StandingPage[]): void {
  if (!isPageAddress(address)) throw noAddress(part, address);
  const taken = pages.find((one) => one.address === address);
  if (taken) throw takenAddress(part, address, taken.file);
}

function partEdits(
  ground: Ground,
  growth: PageGrowth,
  siblings: readonly Sibling[],
  { subject, part, elementsImport }: { subject: Subject; part: RoutedPart; elementsImport: string | undefined },
): Edit[] {
  const [base] = siblings;
  if (!base) throw new Error(`a new ${part} has no sibling`);
  const names = siblings.map(({ page, words }) => ({ text: page.file, file: page.file, words }));
  const { routes } = growth;
  const main = routes
    ? fileForAddress(routes, base.page, subject.address ?? '/')
    : spelledLike(base.page.file, names, subject);
  const placed = (file: string): string => {
    if (file === base.page.file) return main;
    const renamed = spelledLike(file, names, subject);
    const isBeside = path.posix.dirname(file) === path.posix.dirname(base.page.file);
    return routes && isBeside ? path.posix.join(path.posix.dirname(main), path.posix.basename(renamed)) : renamed;
  };
  const plain = (file: string): Told => plainTold(growth, file, elementsImport);
  const manner = part === 'page' ? { shown: 'h1' as const } : { answers: true };
  return [
    ...filesLike(ground, siblings, { subject, placed, plain, ...manner }),
    ...tableEdits(ground, siblings, subject),
    ...declaredInModule(ground, siblings, subject),
  ];
}

/** The plainest page of its kind, as a text to compare one with. */
function plainTold({ plainText }: PageGrowth, file: string, elementsImport: string | undefined): Told {
  const words = ['plain', 'page'];
  const lead = elementsImport !== undefined && /\.[jt]sx?$/.test(file) ? `${elementsImport}\n\n` : '';
  const text = lead + plainText({ pascal: speltAs(words, 'pascal'), sentence: speltAs(words, 'sentence') });
  return { text, file, words };
}
