import path from 'node:path';
import { spelledLike, madeLike, type Subject, type Told } from '../analogy/like.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { ChangeSet } from '../change/change-set.ts';
import { wholeFile, type Edit } from '../edits/edit.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { PageGrowth } from '../joints/growth.ts';
import type { Ledger } from '../ledger/record.ts';
import type { StackFacts } from '../stacks/sides.ts';
import { lineBreakOf } from '../text/code-style.ts';
import { partId, type PageRequest } from './grow-request.ts';
import { linkEdit } from './link-edits.ts';
import { growing } from './growing.ts';
import { noAddress, noName, noPages, notListed, takenAddress } from './page-problems.ts';
import { partChange } from './part-change.ts';
import { testProofs } from './part-proofs.ts';
import { fileForAddress, isPageAddress } from './page-address.ts';
import {
  addressSpelling,
  namedPages,
  ownWords,
  sharedFiles,
  siblingsOf,
  usualParent,
  type Sibling,
} from './siblings.ts';
import { isBelow, tableEdits } from './table-edits.ts';

/**
 * Plans a page like those that stand beside it, as one change set. Writes nothing; undefined where the page has grown already.
 * Throws a Problem: status 2 for a name or an address that is none, status 3 where none can grow.
 */
export async function planPage(context: Context, request: PageRequest): Promise<ChangeSet | undefined> {
  const place = await growing(context, request.workspace);
  const { pages } = place.growth;
  if (!pages) throw noPages(place.facts.name, place.stack);
  const words = ownWords(request.name, pages.pages);
  if (words.length === 0 || !/^\p{L}/u.test(words[0] ?? '')) throw noName(request.name);
  const id = partId('page', speltAs(words, 'pascal'));
  if (context.ledgers.some((one) => one.integration === id && one.workspace === request.workspace)) return undefined;
  const own = speltAs(words, addressSpelling(pages.pages));
  const address = request.address ?? path.posix.join(usualParent(pages.pages), own);
  if (!isPageAddress(address)) throw noAddress(address);
  const belows = [...new Set(pages.pages.flatMap(({ listed }) => listed?.below ?? '/'))];
  if (!belows.some((one) => isBelow(one, address))) throw notListed(address, belows);
  const taken = pages.pages.find((one) => one.address === address);
  if (taken) throw takenAddress(address, taken.file);
  const subject: Subject = { words, address };
  const ground = new Ground(context.bare, context.host.root, place.stack.workspace);
  const siblings = siblingsOf(ground, pages.pages, address);
  const edits = pageEdits(ground, pages, siblings, subject);
  const link = request.link ? linkEdit(ground, namedPages(pages.pages), subject) : undefined;
  const tell =
    request.link && !link ? [`Put a link to ${address} where your navigation is: none was found by its links.`] : [];
  const like = siblings.slice(0, 3).map(({ page }) => page.name);
  return partChange(context, place, {
    id,
    title: `Page ${speltAs(words, 'sentence')}`,
    way: `at ${address}, like ${like.join(', ')}`,
    choices: { at: address },
    edits: link ? [...edits, link] : edits,
    proofs: [...proofsOf(place.stack, subject), ...testProofs(place.facts, edits)],
    tell,
  });
}

function pageEdits(ground: Ground, growth: PageGrowth, siblings: readonly Sibling[], subject: Subject): Edit[] {
  const shared = sharedFiles(ground, siblings);
  const names = siblings.map(({ page, words }) => ({ text: page.file, file: page.file, words }));
  const [base] = siblings;
  if (!base) throw new Error('a page has no sibling');
  const { routes } = growth;
  const shown = routes
    ? fileForAddress(routes, base.page, subject.address ?? '/')
    : spelledLike(base.page.file, names, subject);
  const files = shared.map(({ file, told: having }) => {
    const isPage = file === base.page.file;
    const alone = isPage && siblings.length === 1;
    const told: typeof having = alone ? [having[0], plainTold(growth, file)] : having;
    const isBeside = path.posix.dirname(file) === path.posix.dirname(base.page.file);
    const renamed = spelledLike(file, names, subject);
    const where = isPage
      ? shown
      : routes && isBeside
        ? path.posix.join(path.posix.dirname(shown), path.posix.basename(renamed))
        : renamed;
    const isMarkup = isPage || /\.component\.html$/.test(where);
    const made = madeLike(told, subject, { whole: true, alone, shown: isMarkup });
    return wholeFile(where, lineBreakOf(ground.text(file) ?? '') === '\r\n' ? made.replaceAll('\n', '\r\n') : made);
  });
  return [...files, ...tableEdits(ground, siblings, subject)];
}

/** The plainest page of its kind, as a text to compare one with. */
function plainTold({ plainText }: PageGrowth, file: string): Told {
  const words = ['plain', 'page'];
  const text = plainText({ pascal: speltAs(words, 'pascal'), sentence: speltAs(words, 'sentence') });
  return { text, file, words };
}

function proofsOf({ traits }: StackFacts, { words, address = '/' }: Subject): Ledger['proofs'] {
  if (!traits.serve) return [];
  return [{ proof: 'page', visit: address, shows: speltAs(words, 'sentence'), checks: `the page is at ${address}` }];
}
