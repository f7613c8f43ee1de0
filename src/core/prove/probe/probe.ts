import type { ProofForm, ProvedSide } from '../../definition/proof-kind.ts';
import { importText } from '../../formats/script/import-text.ts';
import type { Spec as HttpSpec } from '../http/spec.ts';
import type { Spec as PageSpec } from '../page/spec.ts';
import { schema, type Spec } from './spec.ts';

/** A module that is loaded with the app, where the stack loads such a thing, finds what it should. */
export const probe: ProofForm<Spec> = {
  kind: 'probe',
  says: "plants a module that the app loads, and checks what it reports: in the page, during the build, or in the server's output",
  schema,
  becomes: (spec, side) => FORMS[side.shows](spec),
};

const FILE = '{{folder}}/ligament-{{number}}';
const HIDDEN = 'buried-{{number}}';
const BOOT = { at: 'app.boot' as const, imports: [{ file: FILE }] };

type Form = (spec: Spec) => HttpSpec | PageSpec;

const FORMS: Record<ProvedSide['shows'], Form> = {
  server: (spec) => {
    const { plants = {}, value, shows, checks, public: environment } = spec;
    const code = module(spec, { ending: '.js', end: value === undefined ? [] : [`console.log(${value});`] });
    return {
      proof: 'http',
      plants: { ...plants, [`${FILE}.{{ending}}`]: code },
      ties: [BOOT],
      ...(environment ? { environment } : {}),
      steps: [],
      says: shows,
      checks,
    };
  },
  module: (spec) => {
    const { value } = spec;
    const shown =
      value === undefined
        ? []
        : [
            // Nothing that a framework brings to life is touched: it may look at that first.
            "if (typeof document !== 'undefined')",
            `  setTimeout(() => {`,
            `    document.documentElement.setAttribute('data-ligament', String(${value}));`,
            '  });',
          ];
    return page(spec, { [`${FILE}.{{ending}}`]: module(spec, { heads: ['{{client}}'], end: shown }) });
  },
  component: (spec) => {
    const { value = 'null' } = spec;
    const component = [
      'export function LigamentProbe({ children }: { children?: any }) {',
      `  return <>{children}<p>{${value}}</p></>;`,
      '}',
    ];
    const code = module(spec, { heads: ['{{client}}', '{{elements.import}}'], end: component });
    const around = {
      at: 'app.around' as const,
      component: 'LigamentProbe',
      imports: [{ file: FILE, named: { LigamentProbe: 'LigamentProbe' } }],
    };
    return { ...page(spec, { [`${FILE}.{{ending.jsx}}`]: code }), ties: [around] };
  },
  build: (spec) => {
    const { value, shows } = spec;
    const end =
      value === undefined
        ? []
        : [`const found = String(${value});`, `if (!found.includes(${JSON.stringify(shows)})) throw new Error(found);`];
    const code = module(spec, { end });
    const shown: PageSpec = page(spec, { [`${FILE}.{{ending}}`]: code });
    // Without a value only the page can tell.
    if (value !== undefined) delete shown.shows;
    return shown;
  },
};

/** What a planted module has besides what the definition says. */
interface Around {
  /** Lines before its imports. */
  heads?: readonly string[];
  end?: readonly string[];
  /** What stands behind the names of the project's own modules. */
  ending?: string;
}

function module({ imports = [], code = '' }: Spec, { heads = [], end = [], ending = '' }: Around): string {
  const statements = imports.map((one) =>
    importText(undefined, 'from' in one ? one : { ...one, from: one.file.replace(/^\{\{folder\}\}\//, './') + ending }),
  );
  const lines = [...heads, ...statements, '', ...(code === '' ? [] : [code.trim()]), ...end];
  return `${lines.join('\n').trim()}\n`;
}

function page(spec: Spec, modules: Record<string, string>): PageSpec {
  const { plants = {}, shows, visit = '/', public: variables, checks } = spec;
  return {
    proof: 'page',
    plants: { ...plants, ...modules },
    ties: [BOOT],
    visit,
    shows,
    ...(variables ? { public: variables, hides: HIDDEN } : {}),
    checks,
  };
}
