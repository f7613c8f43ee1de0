import { speltAs, wordsOf } from '../analogy/spellings.ts';
import type { ChangeSet } from '../change/change-set.ts';
import { wholeFile, type Edit } from '../edits/edit.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { LayoutGrowth, Standing } from '../joints/growth.ts';
import { EXIT, Problem } from '../problem.ts';
import { nameOf, plainText } from './files-like.ts';
import { partId } from '../edits/part-id.ts';
import type { LayoutRequest } from './grow-request.ts';
import { growing, growthOf } from './growing.ts';
import { laidOut } from './laid-out.ts';
import { hasGrown, partChange } from './part-change.ts';
import { cannotGrow, takenFile, wrongWord } from './part-problems.ts';
import { visitProofs } from './part-proofs.ts';

/**
 * Plans a layout around some pages, as one change set. Writes nothing; undefined where it has grown already. Throws a Problem: status 2
 * for a name that is none or a page that is not there, status 3 where it cannot be put around them.
 */
export async function planLayout(context: Context, request: LayoutRequest): Promise<ChangeSet | undefined> {
  const { workspace } = request;
  const place = await growing(context, workspace, 'page');
  const { stack } = place;
  // Pages that have grown can have one around them, too.
  const ground = new Ground(context.reader, context.host.root, stack.workspace);
  const growth = (await growthOf(ground, stack)).layout?.();
  const words = wordsOf(request.name);
  if (words.length === 0 || !/^\p{L}/u.test(words[0] ?? '')) throw wrongWord('layout', 'name', request.name);
  const id = partId('layout', speltAs(words, 'pascal'));
  if (hasGrown(context, id, workspace)) return undefined;
  if (!growth)
    throw noLayout(
      place.facts.name,
      stack.outside ?? `${stack.title} has no layouts of its own`,
      'Put what the pages have in common into a view of its own, and use that in each.',
    );
  if (growth.pages.length === 0)
    throw noLayout(place.facts.name, `${stack.title}: no pages were found there that can have one`);
  const pages = request.around.map((address) => pageAt(growth, address));
  const name = nameOf(words);
  const file = growth.file(name);
  if (ground.has(file)) throw takenFile('layout', file);
  const made = growth.around(name, file, pages);
  if (!Array.isArray(made)) throw noLayout(place.facts.name, made.why, made.byHand);
  const written = (at: string, text: string): Edit =>
    wholeFile(at, plainText(ground, at, words, { plainText: () => text }, stack.traits));
  const around = made.map((edit) => (edit.format === 'whole' ? written(edit.file, edit.operation.text) : edit));
  return partChange(context, place, {
    id,
    title: `Layout ${name.sentence}`,
    way: `around ${request.around.join(', ')}, as ${file}`,
    choices: { around: request.around.join(' ') },
    edits: await laidOut(context, place, [written(file, growth.plainText(name, file)), ...around]),
    proofs: visitProofs(
      stack,
      pages.map(({ address = '/' }) => address),
    ),
    tell: [],
  });
}

function pageAt({ pages }: LayoutGrowth, address: string): Standing {
  const found = pages.find((one) => one.address === address);
  if (found) return found;
  const known = pages.flatMap((one) => one.address ?? []);
  throw new Problem({
    status: EXIT.wrongUsage,
    what: `There is no page at ${address}`,
    why: `there are pages at ${known.slice(0, 12).join(', ')}`,
    next: 'Name one of them with --around. Nothing was changed.',
  });
}

function noLayout(workspace: string, why: string, byHand?: string): Problem {
  return cannotGrow(`No layout can be put around these pages of ${workspace}`, why, byHand);
}
