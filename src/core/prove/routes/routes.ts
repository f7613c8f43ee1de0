import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { schema, type Spec } from './spec.ts';

/** The routes of an app, as its framework lists them, are what they were, and those that come can be reached. */
export const routes: ProofKind<Spec, Maker> = {
  kind: 'routes',
  says: "lists the app's routes without and with it, by the framework's own console: those that were there must be the same, in the same order, and none may hide a new one",
  schema,
  order: 2,
  describe: (_, what) =>
    `lists the routes of a copy of ${what} without and with it: none that was there changes or hides a new one`,
  commands: (_, { lists }) => (lists === undefined ? [] : [lists]),
  isOwnCode: () => false,
  load: async () => ({ prove: (await import('./prove-routes.ts')).proveRoutes }),
};
