import type { Edit } from '../edits/edit.ts';
import type { Ledger } from '../ledger/record.ts';
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
