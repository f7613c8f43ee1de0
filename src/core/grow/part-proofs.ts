import type { Subject } from '../analogy/like.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { Edit } from '../edits/edit.ts';
import { forParts, testsAmong } from '../facts/for-parts.ts';
import type { Context } from '../host/context.ts';
import type { AlikePart } from '../joints/growth.ts';
import type { Ledger } from '../ledger/record.ts';
import type { StackFacts } from '../stacks/sides.ts';
import type { Growing } from './growing.ts';

/** The proof that the tests that grow with a part pass, by what runs tests in the workspace; none where nothing known does. */
export async function testProofs(context: Context, place: Growing, edits: readonly Edit[]): Promise<Ledger['proofs']> {
  const files = edits.flatMap(({ file, format }) => (format === 'whole' ? [file] : []));
  const tests = testsAmong(files, place.facts.folder);
  if (tests.length === 0) return [];
  const found = (await forParts(context, place.stack)).find((one) => one.tests);
  const run = found?.tests;
  return run
    ? [{ proof: 'run', run: [...run, ...tests], says: found.passes ?? 'passed', checks: 'its tests pass' }]
    : [];
}

/** The proofs that pages are shown as they were. */
export function visitProofs({ traits, builds }: StackFacts, addresses: readonly string[]): Ledger['proofs'] {
  if (!traits.serve) return [];
  if (builds === 'server')
    return 'folder' in traits.serve
      ? []
      : addresses.map((address) => ({
          proof: 'http',
          steps: [{ ask: `GET ${address}`, status: 200 }],
          checks: `the page is at ${address}`,
        }));
  return addresses.map((visit) => ({ proof: 'page', visit, checks: `the page is at ${visit}` }));
}

/**
 * The proof that a part answers at its address: a page in a browser, anything of a server by a request. What a page that has waited shows
 * is not known.
 */
export function routeProofs(
  { traits, builds }: StackFacts,
  part: AlikePart,
  { words, address }: Subject,
  isWaiting = false,
): Ledger['proofs'] {
  if (!traits.serve) return [];
  if (part === 'middleware') return [{ proof: 'http', steps: [], checks: 'the server starts with it' }];
  if (address === undefined) return [];
  const shows = part === 'page' && !isWaiting ? { shows: speltAs(words, 'sentence') } : {};
  const checks = `the ${part} is at ${address}`;
  // What only answers requests of scripts is no page.
  if (builds === 'server' || part === 'endpoint')
    return 'folder' in traits.serve
      ? []
      : [{ proof: 'http', steps: [{ ask: `GET ${address}`, status: 200, ...shows }], checks }];
  return [{ proof: 'page', visit: address, ...shows, checks }];
}
