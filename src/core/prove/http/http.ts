import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { schema, type Spec } from './spec.ts';

/** A server that is started in a copy answers requests as it should. */
export const http: ProofKind<Spec, Maker> = {
  kind: 'http',
  says: 'starts the server of a copy on 127.0.0.1 and makes requests, one after the other',
  schema,
  order: 6,
  describe: ({ checks }, what) => `starts a copy of ${what} on 127.0.0.1 and asks it: ${checks}`,
  commands: ({ first = [] }, { build, serve, isBuilt, typed }) => [
    ...(isBuilt ? [build] : []),
    ...first.map(typed),
    ...(serve === undefined ? [] : [serve]),
  ],
  isOwnCode: ({ plants: planted = {}, ties = [], environment = {}, first = [] }) =>
    Object.keys(planted).length + ties.length + Object.keys(environment).length + first.length > 0,
  load: async () => ({ prove: (await import('./prove-http.ts')).proveHttp }),
};
