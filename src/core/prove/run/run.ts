import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { schema, type Spec } from './spec.ts';

/** A program of the host ends well, and says what it should. */
export const run: ProofKind<Spec, Maker> = {
  kind: 'run',
  says: 'runs a program, which must exit with 0 and print something',
  schema,
  order: 3,
  describe: ({ checks }, what) => `${checks}, in a copy of ${what}`,
  commands: (spec, { typed }) => [typed(spec.run)],
  isOwnCode: () => true,
  load: async () => ({ prove: (await import('./prove-run.ts')).proveRun }),
};
