import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { schema, type Spec } from './spec.ts';

/** The hook before a commit runs. */
export const commit: ProofKind<Spec, Maker> = {
  kind: 'commit',
  says: 'commits planted files through the hook, which must refuse or correct them',
  schema,
  order: 8,
  describe: (_, what) => `commits a planted file in a copy of ${what}, through the hook`,
  commands: () => ['git init, git add and git commit, through the hook'],
  isOwnCode: () => true,
  load: async () => ({ prove: (await import('./prove-commit.ts')).proveCommit }),
};
