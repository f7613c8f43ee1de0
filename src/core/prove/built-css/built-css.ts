import type { ProofKind } from '../../definition/proof-kind.ts';
import type { Maker } from '../maker.ts';
import { inWords, schema, type Spec } from './spec.ts';

/** The built style sheets have a rule for a class that a planted source uses. */
export const builtCss: ProofKind<Spec, Maker> = {
  kind: 'built-css',
  says: 'adds a source that uses a class, builds the app, and looks for a rule for that class in the style sheets of the build',
  schema,
  order: 4,
  describe({ class: [name = ''], declares }, what) {
    const names = Object.keys(declares);
    if (name.startsWith('@'))
      return `builds a copy of ${what} and looks for ${inWords(name, declares)} in the built CSS`;
    return names.length === 0
      ? `builds a copy of ${what} and looks for a rule of .${name} in the built CSS`
      : `builds a copy of ${what} with one class that nobody uses, and looks for its rule (${names.join(', ')}) in the built CSS`;
  },
  commands: (_, { build }) => [build],
  isOwnCode: ({ sheet }) => sheet !== undefined,
  load: async () => ({ byBuild: (await import('./prove-built-css.ts')).builtCss }),
};
