import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { schema, type Spec } from './spec.ts';

/** A formatter writes the sources so that it, and a linter beside it, would leave them as they are. */
export const format: ProofKind<Spec, Maker> = {
  kind: 'format',
  says: 'formats the sources, checks them, and runs linters, which must not want to change them again',
  schema,
  order: 7,
  describe: (_, what) => `formats the sources of a copy of ${what}, and checks that nothing is left to change`,
  commands: ({ write, check, beside = [] }, { typed }) => [write, check, ...beside].map((one) => `${typed(one)} …`),
  isOwnCode: () => true,
  load: async () => ({ prove: (await import('./prove-format.ts')).proveFormat }),
};
