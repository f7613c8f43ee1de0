import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { schema, type Spec } from './spec.ts';

/** The built app shows in a browser what it should. */
export const page: ProofKind<Spec, Maker> = {
  kind: 'page',
  says: 'builds a copy, serves it on 127.0.0.1, and opens its first page and `visit` in headless Chromium. Without Chromium it says so, and the build alone counts',
  schema,
  order: 5,
  describe: ({ checks }, what) =>
    `builds a copy of ${what}, serves it on 127.0.0.1, and looks at its pages in a browser${checks === undefined ? '' : `: ${checks}`}`,
  commands: (_, { build, serve }) => (serve === undefined ? [build] : [build, serve]),
  isOwnCode: ({ plants: planted = {}, ties = [] }) => Object.keys(planted).length + ties.length > 0,
  load: async () => ({ byBuild: (await import('./prove-page.ts')).page }),
};
