import type { Edit } from '../edits/edit.ts';
import type { Ledger } from '../ledger/record.ts';
import { speltAs } from '../analogy/spellings.ts';
import type { Subject } from '../analogy/like.ts';
import type { StackFacts } from '../stacks/sides.ts';
import type { RoutedPart } from './grow-request.ts';
import type { WorkspaceFacts } from '../survey/survey.ts';
import path from 'node:path';

// How runners of tests are told to run one file once, and what they say of tests that pass (Vitest, "Command Line Interface"; Jest, "Jest CLI Options").
const RUNNERS = [
  { package: 'vitest', run: ['vitest', 'run'] },
  { package: 'jest', run: ['jest'] },
];

/** The proof that the tests that grow with a part pass, by the runner that the workspace has; none where there is none. */
export function testProofs(facts: WorkspaceFacts, edits: readonly Edit[]): Ledger['proofs'] {
  const runner = RUNNERS.find((one) => facts.found(one.package));
  const tests = edits
    .filter(({ file, format }) => format === 'whole' && /\.(test|spec)\.\w+$/.test(file))
    .map(({ file }) => path.posix.relative(facts.folder, file));
  if (!runner || tests.length === 0) return [];
  return [{ proof: 'run', run: [...runner.run, ...tests], says: 'passed', checks: 'its tests pass' }];
}

/** The proof that a part answers at its address: a page in a browser, anything of a server by a request. */
export function routeProofs(
  { traits, builds }: StackFacts,
  part: RoutedPart,
  { words, address = '/' }: Subject,
): Ledger['proofs'] {
  if (!traits.serve) return [];
  const shows = part === 'page' ? { shows: speltAs(words, 'sentence') } : {};
  const checks = `the ${part} is at ${address}`;
  if (builds === 'server')
    return [{ proof: 'http', steps: [{ ask: `GET ${address}`, status: 200, ...shows }], checks }];
  return [{ proof: 'page', visit: address, ...shows, checks }];
}
