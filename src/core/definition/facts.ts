/** The text that stands for the settings of a formatter. */
export const SETTINGS = '{{style.settings}}';

/** What is known of every workspace, by the names under which texts of a definition have it (`{{folder}}`), with what each says. */
export const FACTS = {
  folder: "the folder of the app's own modules, from the workspace on",
  ending: 'what new modules of its own end in',
  'ending.jsx': 'what new modules with elements end in',
  'ending.config': 'what the configuration of a tool ends in that is written as an ES module',
  outputs: 'globs of what is built or generated, as the code of a list',
  'outputs.lines': 'the same as lines of an ignore file',
  'outputs.json': 'the same as JSON',
  'outputs.php': 'folders of them, as the code of a list in PHP',
  screen: 'the component that the app shows first, as code: by its name, or with what it is given',
  'screen.import': 'the imports that this code needs',
  'screen.import.below': 'the same from a folder below that of the modules',
  workspace: 'the name of the workspace',
  base: 'the path under which the built app lies, as code',
  client: 'the line with which a module says that it runs in browsers, where one is needed',
  'elements.import': 'the import that elements need in scope, where they do',
  contents: 'globs of every source that may use what a tool looks for, as the code of a list',
  'run.start': 'what stands before the path of a module to run it beside the app',
  'run.ending': 'what such a module ends in then',
  views: "the folder of a server's views",
  'frame.begin':
    "what stands before the content of a page in the app's own layout; templates of PHP have the title as `title`",
  'frame.end': 'what stands behind it',
  namespace: "the namespace of PHP of the app's own classes",
  'namespace.tests': 'the same of its tests',
  'people.class':
    'the class of PHP of those who sign in, with its namespace; the one that there would be where it has none',
  'people.short': 'the same without its namespace',
  'people.capital': 'the field that people are told apart by, with a capital',
  'people.field': 'the field that people are told apart by',
  'database.address': 'the code by which a server names the address of its database',
  components: "the folder of the app's components",
  pages: 'the folder in which each file is a page',
  'public.env': 'the code by which sources of the browser get the variable whose name follows',
  'public.import':
    'the import that this code needs, as a line `// {{public.import}}`; where it needs none the line goes',
  tests: 'the folder of tests',
  'tests.apart': 'globs of tests that another tool runs, as the code of a list',
  aliases:
    'the import aliases of a bundler, as the member `resolve` that a configuration of Vite has for them, with a comma behind; nothing where there are none',
  'aliases.import':
    'the import that this code needs, as a line `// {{aliases.import}}`; where it needs none the line goes',
  'implicit.imports': 'the file in which names are declared that sources use without importing them',
  'bundler.config': "the module of the bundler's configuration",
  'bundler.merged': 'the code that merges `own` into what that module exports (`base`)',
  'style.settings':
    'the settings of the formatter that the way names, as JSON; those that the sources seem to show where nothing can be measured',
  'style.semicolons': 'whether statements end in semicolons (true or false)',
  'style.singleQuotes': 'whether texts stand in single quotes',
  'style.indentWidth': 'how wide one level is indented',
  'style.tabs': 'whether tabs indent',
  'style.indentStyle': '`tab` or `space`',
  'style.trailingCommas': '`all`, `es5` or `none`',
  'style.arrowBrackets': '`always` or `avoid`',
  'style.spacedBraces': 'whether blanks stand inside of braces',
  'style.singleQuotedAttributes': 'whether attributes of elements stand in single quotes',
  'style.endOfLine': '`lf` or `crlf`',
  'style.lineWidth': 'how long a line may be',
} as const;

export type FactName = keyof typeof FACTS;

/** Facts that depend on the place in a text in which they stand. */
export type PlacedFact = 'public.env' | 'public.import' | 'aliases.import';

export const FACT_NAMES = Object.keys(FACTS) as FactName[];
