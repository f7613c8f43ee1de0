import path from 'node:path';
import type { FACT_NAMES } from '../definition/fact-names.ts';
import type { Traits } from '../stacks/traits.ts';
import type { Circumstances } from './conditions.ts';

export type FactValues = Record<(typeof FACT_NAMES)[number], string>;

/** The facts of a workspace as texts. */
export function factValues({
  workspace,
  stack,
  style,
}: Pick<Circumstances, 'workspace' | 'stack' | 'style'>): FactValues {
  const { language } = workspace;
  const { folder, screen, outputs, base, serverComponents } = stack.traits;
  const tabs = style.indent.startsWith('\t');
  return {
    folder,
    ending: language,
    'ending.jsx': stack.traits.sources.includes('jsx') ? `${language}x` : language,
    'ending.config': language === 'ts' ? 'ts' : workspace.moduleFormat === 'esm' ? 'js' : 'mjs',
    'outputs.lines': [...new Set(outputs)].join('\n'),
    'outputs.json': JSON.stringify([...new Set(outputs)].map((one) => `**/${one}/**`)),
    outputs: `[${[...new Set(outputs)].map((one) => `'${path.posix.extname(one) === '' ? `**/${one}/` : `**/${one}`}'`).join(', ')}]`,
    screen: screen?.local ?? '',
    'screen.import': screen ? importLine(screen) : '',
    'screen.import.below': screen ? importLine({ ...screen, from: screen.from.replace(/^\.\//, '../') }) : '',
    workspace: workspace.name,
    base: base === undefined || base === '/' ? '' : `'${base}'`,
    client: serverComponents ? "'use client';" : '',
    contents: contentsOf(stack.traits),
    'bundler.config': stack.traits.config?.module ?? '',
    'bundler.merged': stack.traits.config?.isFunction
      ? 'defineConfig(async (env) => mergeConfig(await base(env), own))'
      : 'mergeConfig(base, defineConfig(own))',
    'style.semicolons': String(style.semicolons),
    'style.singleQuotes': String(style.quotes === 'single'),
    'style.indentWidth': String(tabs ? 4 : style.indent.length),
    'style.tabs': String(tabs),
    'style.indentStyle': tabs ? 'tab' : 'space',
    'style.trailingCommas': style.trailingCommas ? 'all' : 'none',
    'style.endOfLine': style.eol === '\r\n' ? 'crlf' : 'lf',
    'style.lineWidth': String(style.lineWidth),
  };
}

/** Patterns for every file of the app that may use what a tool looks for in sources. */
function contentsOf({ sources, folder }: Traits): string {
  const endings = [
    'html',
    'js',
    ...sources.flatMap((kind) => (kind === 'jsx' ? ['jsx', ...(sources.includes('ts') ? ['tsx'] : [])] : [kind])),
  ];
  const below = folder.split('/')[0] ?? '.';
  const tops = below === '.' ? ['app', 'pages', 'components', 'src'] : [below];
  return `[${['./*.html', ...tops.map((top) => `./${top}/**/*.{${endings.join(',')}}`)].map((one) => `'${one}'`).join(', ')}]`;
}

function importLine({ local, from, name }: { local: string; from: string; name: string }): string {
  if (name === 'default') return `import ${local} from '${from}';`;
  if (name === '*') return `import * as ${local} from '${from}';`;
  return `import { ${name === local ? name : `${name} as ${local}`} } from '${from}';`;
}
