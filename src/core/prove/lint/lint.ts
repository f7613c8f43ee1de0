import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { schema, type Spec } from './spec.ts';

/** A linter reads every source with its configuration, and finds a mistake that is planted. */
export const lint: ProofKind<Spec, Maker> = {
  kind: 'lint',
  says: 'runs a linter that reports as JSON: it must read every source and find a planted mistake',
  schema,
  order: 2,
  describe: ({ program: name }, what) =>
    `lets ${name} read every source of a copy of ${what}, and find one planted mistake`,
  commands: (spec, { typed }) => [typed([spec.program, ...spec.args])],
  isOwnCode: () => true,
  load: async () => ({ prove: (await import('./prove-lint.ts')).proveLint }),
};
