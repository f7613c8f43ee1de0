import path from 'node:path';
import { speltAs, wordsOf } from '../analogy/spellings.ts';
import { joinFiles, type ChangeSet, type FileChange } from '../change/change-set.ts';
import { checkOwnPath } from '../change/paths.ts';
import { roleOf } from '../change/roles.ts';
import { partId, readPartId } from '../edits/part-id.ts';
import type { Context } from '../host/context.ts';
import { Ground } from '../joints/ground.ts';
import type { Bundle, BundleGrowth } from '../joints/growth.ts';
import { ledgerFile, type Ledger } from '../ledger/record.ts';
import { planDetach } from '../plan/detach/plan-detach.ts';
import { installSteps } from '../plan/shared/install-steps.ts';
import { EXIT, Problem } from '../problem.ts';
import { tasksFor } from '../prove/proof-tasks.ts';
import { encode } from '../text/utf8.ts';
import { nameOf } from './files-like.ts';
import type { BundleRequest } from './grow-request.ts';
import { growing, growingSides, growthOf, type Growing } from './growing.ts';
import { laidOut } from './laid-out.ts';
import { isPageAddress } from './page-address.ts';
import { hasGrown, partChange } from './part-change.ts';
import { cannotGrow, takenFile, wrongWord } from './part-problems.ts';
import { routeProofs, testProofs } from './part-proofs.ts';

const KIND = 'bundle';

/**
 * Plans a bundle of the app's own, as one change set. Writes nothing; undefined where it has grown already. Throws a Problem: status 2 for
 * a name or an address that is none, status 3 where none can grow.
 */
export async function planBundle(context: Context, request: BundleRequest): Promise<ChangeSet | undefined> {
  const { workspace, address } = request;
  const { place, growth, ground } = await bundlesIn(context, workspace);
  const words = wordsOf(request.name.replace(/Bundle$/, ''));
  if (words.length === 0 || !/^\p{L}/u.test(words[0] ?? '')) throw wrongWord(KIND, 'name', request.name);
  const id = partId(KIND, speltAs(words, 'pascal'));
  if (hasGrown(context, id, workspace)) return undefined;
  const at = address ?? `/${speltAs(words, 'kebab')}`;
  if (!isPageAddress(at)) throw wrongWord(KIND, 'address', at);
  if (!growth) throw noBundle(place);
  const name = nameOf(words);
  const standing = growth.standing.find((one) => one.name === `${name.pascal}Bundle`);
  if (standing) throw takenFile(KIND, standing.file);
  const made = growth.make(name, at);
  if ('why' in made) throw noBundle(place, made.why, made.byHand);
  const taken = made.edits.find(({ format, file }) => format === 'whole' && ground.has(file));
  if (taken) throw takenFile(KIND, taken.file);
  const edits = await laidOut(context, place, made.edits);
  const part = edits.some(({ file }) => /\.(twig|html)$/.test(file)) ? 'page' : 'endpoint';
  return partChange(context, place, {
    id,
    title: `Bundle ${name.sentence}`,
    way: `at ${at}, in ${made.folder}`,
    about: made.about,
    choices: { at },
    edits,
    proofs: [...routeProofs(place.stack, part, { words, address: at }), ...(await testProofs(context, place, edits))],
    tell: [],
  });
}

/**
 * Plans to take a bundle out whole, one that grew here or one that the host had, by its id. Writes nothing. Throws a Problem: status 2
 * where there is none, status 3 where it cannot be told apart from the rest of the app.
 */
export async function planWithoutBundle(context: Context, id: string, workspace: string): Promise<ChangeSet> {
  const { place, growth, ground } = await bundlesIn(context, workspace);
  const wanted = readPartId({ integration: id })?.name ?? '';
  const bundle = growth?.standing.find(({ name }) => name === wanted || name === `${wanted}Bundle`);
  const record = context.ledgers.find((one) => one.integration === id && one.workspace === workspace);
  if (!growth || !bundle) throw notThere(place, wanted, growth);
  // What is as it grew goes byte for byte.
  if (record && isAsGrown(ground, bundle, record)) return planDetach(context, [record]);
  const found = await growth.without(bundle);
  if ('why' in found) throw staysWhole(bundle, found.why, found.byHand);
  const files = [...found.texts].map(([file, after]) => changeOf(context, file, after));
  const joined = joinFiles([...files, ...(record ? [goneRecord(context, record)] : [])]);
  const kinds = await context.catalog.proofs();
  const about = { integration: id, title: bundle.name, workspace, foreign: false };
  const starts = [{ proof: 'http' as const, steps: [], checks: 'the app starts without it' }];
  const { facts, stack } = place;
  return {
    kind: 'detach',
    title: `detach ${id} from ${facts.name}`,
    parts: [],
    files: joined,
    dropped: [],
    uses: found.left.map((one) => ({ integration: id, ...one })),
    installs: installSteps(context, joined, 'has classes loaded by what the manifest says now'),
    // What still names it would fail at once: that is for people to change first.
    proofs:
      stack.traits.serve && found.left.length === 0
        ? tasksFor(about, starts, kinds, { context, facts, stack, choices: {} })
        : [],
    tell: ['Restart the dev server if it runs.'],
    warnings: [],
  };
}

interface Place {
  place: Growing;
  growth: BundleGrowth | undefined;
  ground: Ground;
}

async function bundlesIn(context: Context, workspace: string): Promise<Place> {
  const sides = await growingSides(context, workspace);
  for (const { place } of sides) {
    const ground = new Ground(context.reader, context.host.root, place.stack.workspace);
    const growth = (await growthOf(ground, place.stack)).bundle?.();
    if (growth) return { place, growth, ground };
  }
  const place = await growing(context, workspace);
  return { place, growth: undefined, ground: new Ground(context.reader, context.host.root, place.stack.workspace) };
}

/** Whether a bundle that grew has nothing but what it grew with. */
function isAsGrown(ground: Ground, { folder }: Bundle, { edits }: Ledger): boolean {
  const grown = new Map(edits.flatMap((edit) => (edit.format === 'whole' ? [[edit.file, edit.operation.text]] : [])));
  const isSame = [...grown].every(([file, text]) => ground.text(file) === text);
  const inFolder = (at: string): string[] =>
    ground.reader.list(path.join(ground.root, at)).flatMap(({ name, kind }) => {
      const below = path.posix.join(at, name);
      return kind === 'folder' ? inFolder(below) : [below];
    });
  return isSame && inFolder(folder).every((file) => grown.has(file));
}

function changeOf({ reader, host }: Context, file: string, after: string | undefined): FileChange {
  checkOwnPath(reader, host.root, file);
  const before = reader.read(path.join(host.root, file));
  return { file, before, after: after === undefined ? undefined : encode(after), role: roleOf(file, []) };
}

function goneRecord({ reader, host }: Context, { workspace, integration }: Ledger): FileChange {
  const file = ledgerFile(workspace, integration);
  return { file, before: reader.read(path.join(host.root, file)), after: undefined, role: 'record' };
}

function noBundle({ facts, stack }: Growing, why?: string, byHand?: string): Problem {
  const reason = why ?? stack.outside ?? `${stack.title} has no bundles`;
  return cannotGrow(`No bundle can grow in ${facts.name}`, reason, byHand);
}

function notThere({ facts }: Growing, name: string, growth: BundleGrowth | undefined): Problem {
  const known = (growth?.standing ?? []).map((one) => one.name);
  return new Problem({
    status: EXIT.wrongUsage,
    what: `There is no bundle "${name}" in ${facts.name}`,
    why: known.length > 0 ? `its own bundles are ${known.join(', ')}` : 'it has no bundles of its own',
    next: 'Nothing was changed.',
  });
}

function staysWhole({ name, file }: Bundle, why: string, byHand: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${name} cannot be taken out`,
    where: { file },
    why,
    next: `By hand: ${byHand}\nNothing was changed.`,
  });
}
