import { aliasesCode } from './aliases.ts';
import { implicitImports } from './implicit-imports.ts';
import type { Circumstances } from './circumstances.ts';
import path from 'node:path';
import type { FactName, PlacedFact } from '../definition/facts.ts';
import { importText } from '../formats/script/import-text.ts';
import { startOptions } from '../measure/start-options.ts';
import { componentsHome } from '../joints/components-home.ts';
import { elementEnding } from '../joints/element-ending.ts';
import { namespaceOf } from '../joints/php-names.ts';
import { Ground } from '../joints/ground.ts';
import { rebasedScreen } from '../joints/rebase.ts';
import type { Screen, Traits } from '../joints/traits.ts';
import { DEFAULT_HABITS } from '../text/habits.ts';
import { contentsOf } from './contents.ts';
import { notOwn } from './not-own.ts';
import { testsApart } from './tests.ts';

export type FactValues = Record<Exclude<FactName, PlacedFact>, string>;

/** The facts of a workspace as texts. */
export function factValues(at: Circumstances): FactValues {
  const { workspace, stack, reader, root } = at;
  const ground = new Ground(reader, root, workspace);
  const { language } = workspace;
  const { folder, screen } = stack.traits;
  const passedOver = notOwn(at);
  return {
    folder,
    ending: stack.traits.ending ?? language,
    'ending.jsx':
      stack.traits.sources.includes('jsx') || stack.traits.pageBridge === 'react'
        ? elementEnding(ground, stack.traits.elementsInPlain)
        : language,
    'ending.config': language === 'ts' ? 'ts' : workspace.moduleFormat === 'esm' ? 'js' : 'mjs',
    'outputs.lines': passedOver.lines,
    'outputs.json': passedOver.json,
    'outputs.php': passedOver.php,
    outputs: passedOver.code,
    screen: screen ? screenCode(screen, stack.traits) : '',
    'screen.import': screen ? importLines(screen, stack.traits) : '',
    'screen.import.below': screen ? importLines(rebasedScreen(screen, '.', 'below'), stack.traits) : '',
    workspace: workspace.name,
    base: stack.traits.baseCode ?? '',
    client: clientLine(stack.traits),
    'elements.import': stack.traits.elementsImport ?? '',
    contents: contentsOf(at),
    'run.start': stack.traits.runs?.start ?? 'node ',
    'run.ending': stack.traits.ending ?? stack.traits.runs?.ending ?? 'js',
    views: stack.traits.views?.folder ?? '',
    ...phpFacts(stack.traits),
    'namespace.tests': namespaceOf(ground, ground.inHost('tests/Test.php')) ?? 'Tests',
    tests: testsFolder(at),
    'tests.apart': testsApart(at),
    'database.address': stack.traits.databaseAddress ?? "''",
    components: path.posix.relative(workspace.folder, componentsHome(ground, folder)),
    pages: stack.traits.pages ?? '',
    aliases: aliasesCode(stack.traits),
    'implicit.imports': implicitImports(at),
    'bundler.config': stack.traits.config?.module ?? '',
    'bundler.merged': stack.traits.config?.isFunction
      ? 'defineConfig(async (env) => mergeConfig(await base(env), own))'
      : 'mergeConfig(base, defineConfig(own))',
    ...styleFacts(at),
  };
}

/** What classes and templates of PHP have to know. */
function phpFacts({ frame, namespace = '', people }: Traits) {
  const { begin, end } = frame?.() ?? { begin: '', end: '' };
  const found = people?.();
  const { class: name = '', field = '' } = found && found.state !== 'unfit' ? found : {};
  return {
    'frame.begin': begin,
    'frame.end': end,
    namespace,
    'people.class': name,
    'people.short': name.slice(name.lastIndexOf('\\') + 1),
    'people.field': field,
    'people.capital': field.slice(0, 1).toUpperCase() + field.slice(1),
  };
}

/** How its sources are written. */
function styleFacts({ style }: Circumstances): Pick<FactValues, Extract<FactName, `style.${string}`>> {
  const { habits = DEFAULT_HABITS } = style;
  const tabs = style.indent.startsWith('\t');
  return {
    'style.settings': JSON.stringify(startOptions(style), null, 2),
    'style.semicolons': String(style.semicolons),
    'style.singleQuotes': String(style.quotes === 'single'),
    'style.indentWidth': String(tabs ? 4 : style.indent.length),
    'style.tabs': String(tabs),
    'style.indentStyle': tabs ? 'tab' : 'space',
    'style.trailingCommas': !style.trailingCommas ? 'none' : habits.argumentCommas ? 'all' : 'es5',
    'style.arrowBrackets': habits.arrowBrackets ? 'always' : 'avoid',
    'style.spacedBraces': String(habits.spacedBraces),
    'style.singleQuotedAttributes': String(habits.singleQuotedAttributes),
    'style.endOfLine': style.eol === '\r\n' ? 'crlf' : 'lf',
    'style.lineWidth': String(style.lineWidth),
  };
}

/** What makes a module one for the browser (React, "use client"). */
export function clientLine({ serverComponents }: Traits): string {
  return serverComponents ? "'use client';" : '';
}

/** Where the tests of its own are: a folder for them at its top, else beside the app's modules. */
function testsFolder({ workspace, stack, reader, root }: Circumstances): string {
  const isFolder = (name: string): boolean => reader.kind(path.join(root, workspace.folder, name)) === 'folder';
  return ['test', 'tests', '__tests__'].find(isFolder) ?? stack.traits.folder;
}

/** What shows the app's first component with all that it is given, as the code of a component. */
function screenCode({ local, given }: Screen, { sources }: Traits): string {
  if (!given) return local;
  return sources.includes('jsx')
    ? `() => createElement(${local}, ${given.code})`
    : `{ render: () => h(${local}, ${given.code}) }`;
}

function importLines(screen: Screen, { sources }: Traits): string {
  const { given } = screen;
  if (!given) return importLine(screen);
  const maker = sources.includes('jsx')
    ? { local: 'createElement', from: 'react', name: 'createElement' }
    : { local: 'h', from: 'vue', name: 'h' };
  return [maker, screen, ...given.imports].map(importLine).join('\n');
}

function importLine({ local, from, name }: Omit<Screen, 'given'>): string {
  if (name === 'default') return importText(undefined, { from, default: local });
  return importText(undefined, name === '*' ? { from, namespace: local } : { from, named: { [name]: local } });
}
