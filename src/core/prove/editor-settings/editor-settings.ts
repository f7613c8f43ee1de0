import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { schema, type Spec } from './spec.ts';

/** What editors read says how the sources are written. */
export const editorSettings: ProofKind<Spec, Maker> = {
  kind: 'editor-settings',
  says: 'compares what .editorconfig says about every source with how most of them are written',
  schema,
  order: 1,
  describe: (_, what) =>
    `reads what the settings say of every source of ${what}, and compares it with how it is written`,
  commands: () => [],
  isOwnCode: () => false,
  load: async () => ({ prove: (await import('./prove-editor-settings.ts')).proveEditorSettings }),
};
