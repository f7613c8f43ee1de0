import { describe, expect, it } from 'vitest';
import { Problem } from '../../../src/core/problem.ts';
import { parseDefinition } from '../../support/catalog.ts';

const GOOD = `format: 1
integration: '@allotment/kit'
title: Garden kit
kind: interface
about: Signs for beds.
choices:
  accent:
    kind: one-of
    ask: Which colour?
    of: [green, brown]
    default: green
    asked: on-request
  token: { kind: secret, ask: The token }
already:
  - imports: { '@allotment/kit': [makeKit] }
    packages: ['@allotment/kit']
common:
  packages: { '@allotment/kit': ^1.2.0 }
ways:
  react:
    title: around the app
    fits:
      packages: { react: '>=18.0.0' }
      bundler: { vite: '>=5.0.0' }
      sources: [jsx]
    packages:
      '@allotment/signs': { range: ^2.0.0, section: development }
    files:
      - file: ./themed-kit.tsx
        text: |
          import { KitProvider } from '@allotment/kit/react';
          export const accent = '{{accent}}';
          // {{extra}}
      - file: kit.json
        text: '{ "beds": 1 }'
        merge: [{ when: { sources: [ts] }, members: { types: true } }]
    fragments:
      extra: [{ text: 'export const extra = 1;' }]
    ties:
      - app.around:
          component: KitProvider
          properties: { colour: accent }
          from: { '@allotment/kit/react': [KitProvider], ./themed-kit: [accent] }
      - lint.configs:
          item: kit.configs.recommended
          from: { '@allotment/kit': { default: kit } }
          when: { choices: { accent: green } }
      - environment.file:
          variables: { KIT_TOKEN: { secret: token }, KIT_PORT: { value: '3000' } }
      - manifest.scripts: { scripts: { kit: kit --watch } }
      - app.plugins:
          use: makeKit({ accent })
          name: kit
          from: { '@allotment/kit': [makeKit, accent] }
    proofs:
      - probe:
          from: { ./themed-kit: [accent] }
          value: accent
          shows: green
          checks: the signs have their colour
  plain:
    title: by its sheet
    ties:
      - styles.global: { load: '@allotment/kit/styles.css' }
proofs:
  - built-css: { class: [kit-button], declares: { opacity: '1' } }
  - http:
      steps:
        - ask: GET /beds/{{number}}
          status: 200
          keep: { bed: 'id="(\\d+)"' }
        - ask: GET /beds/{{bed}}
      checks: beds are listed
  - page: { visit: /, shows: Kit }
  - run: { run: [kit, --version], says: '1', checks: it runs }
people: { script: kit, args: [add], asks: [E-mail] }
tell: [Look at the docs.]
`;

interface Told {
  where: number;
  why: string;
}

/** What is said of a definition that is not taken. */
function told(text: string): Told {
  try {
    parseDefinition(text, 'kit/integration.yaml');
  } catch (error) {
    if (!Problem.is(error)) throw error;
    const { where, why = '' } = error.parts;
    return { where: where?.line ?? 0, why };
  }
  throw new Error('it was taken');
}

type Case = [what: string, from: string, to: string, words: string, line?: string];

// What is written otherwise, what must be said of it, and the line that must be named where that is another one than what was written.
const CASES: Case[] = [
  // Keys.
  ['a mistyped key at the top', 'title: Garden', 'tilte: Garden', 'unknown key "tilte"; did you mean "title"?'],
  ['another one', '\nproofs:', '\nproof:', 'unknown key "proof"; did you mean "proofs"?', 'proof:'],
  [
    'a mistyped key of a way',
    "    packages:\n      '@allotment/signs'",
    "    pakages:\n      '@allotment/signs'",
    'unknown key "pakages"; did you mean "packages"?',
  ],
  [
    'a mistyped list of ties',
    '    ties:\n      - styles',
    '    tie:\n      - styles',
    'unknown key "tie"; did you mean "ties"?',
  ],
  [
    'a mistyped key of a tie',
    "from: { '@allotment/kit': { default",
    "form: { '@allotment/kit': { default",
    'unknown key "form"; did you mean "from"?',
  ],
  ['a mistyped condition', 'sources: [jsx]', 'sorces: [jsx]', 'unknown key "sorces"; did you mean "sources"?'],
  ['a mistyped key of a step', 'status: 200', 'statis: 200', 'unknown key "statis"; did you mean "status"?'],
  [
    'a mistyped key of what is common',
    'common:\n  packages',
    'common:\n  package',
    'unknown key "package"; did you mean "packages"?',
    'package:',
  ],
  [
    'a mistyped key of what is there already',
    'already:\n  - imports',
    'already:\n  - import',
    'unknown key "import"; did you mean "imports"?',
    '- import:',
  ],
  ['a mistyped key of a file', '        merge:', '        merges:', 'unknown key "merges"; did you mean "merge"?'],
  [
    'a mistyped key of a package',
    'section: development',
    'secton: development',
    'unknown key "secton"; did you mean "section"?',
  ],
  [
    'a mistyped key of a probe',
    '          value: accent',
    '          vlaue: accent',
    'unknown key "vlaue"; did you mean "value"?',
  ],
  ['a key twice', 'title: Garden kit', 'title: Garden kit\ntitle: Other', 'unique'],
  [
    'a prototype',
    '  accent:\n',
    '  __proto__: { kind: secret, ask: x }\n  accent:\n',
    '"__proto__" cannot be a name here',
  ],
  ['a constructor', "react: '>=18.0.0'", "constructor: '>=18.0.0'", '"constructor" cannot be a name here'],

  // The head.
  ['a title of several lines', 'title: Garden kit', 'title: "Garden\\nkit"', 'title cannot be "Garden\\nkit"'],
  ['a title of a megabyte', 'title: Garden kit', `title: ${'x'.repeat(2000)}`, 'title cannot be'],
  ['no title', 'title: Garden kit\n', '', '"title" is missing: a text (its name, for people)', 'format: 1'],
  ['a kind that is none', 'kind: interface', 'kind: interfaces', 'must be one of styling, routing'],
  [
    'a name in capitals',
    "integration: '@allotment/kit'",
    'integration: AllotmentKit',
    'integration cannot be "AllotmentKit"',
  ],
  [
    'where it belongs, mistyped',
    'about: Signs for beds.',
    'about: Signs for beds.\nbelongs: rot',
    'must be one of workspace, root; did you mean "root"?',
    'belongs: rot',
  ],
  [
    'an ecosystem that is none',
    'about: Signs for beds.',
    'about: Signs for beds.\necosystem: npms',
    'did you mean "npm"?',
    'ecosystem: npms',
  ],
  ['a NUL', 'about: Signs for beds.', 'about: "Signs\\0for beds."', 'NUL'],
  ['a number for words', 'about: Signs for beds.', 'about: 3', "must be a text, not a number: '3'"],

  // Joints and ties.
  [
    'a joint in the singular',
    '- app.plugins:',
    '- app.plugin:',
    'unknown key "app.plugin"; did you mean "app.plugins"?',
  ],
  [
    'a joint that is none',
    '- styles.global:',
    '- head.links:',
    'unknown key "head.links"; known here are bundler.plugins',
  ],
  ['a tie as it was written before', '- styles.global: { load', '- { at: styles.global, load', 'unknown key "at"'],
  [
    'a tie at two joints',
    '- manifest.scripts: { scripts: { kit: kit --watch } }',
    '- { manifest.scripts: { scripts: { kit: x } }, editor.extensions: { extensions: [kit] } }',
    'must have one key, the joint',
  ],
  [
    'a tie at no joint',
    '- manifest.scripts: { scripts: { kit: kit --watch } }',
    '- {}',
    'must have one key, the joint',
  ],
  [
    'a tie as a text',
    '- manifest.scripts: { scripts: { kit: kit --watch } }',
    '- manifest.scripts',
    'must be names with values, not a text',
  ],
  [
    'ties as names',
    "ties:\n      - styles.global: { load: '@allotment/kit/styles.css' }",
    'ties: { styles.global: { load: x } }',
    'must be a list, not names with values',
  ],
  [
    'a joint with nothing',
    "styles.global: { load: '@allotment/kit/styles.css' }",
    'styles.global:',
    'must be names with values, not nothing',
  ],
  ['a use that is no expression', 'use: makeKit({ accent })', 'use: makeKit({', 'is not an expression'],
  [
    'a use of what is not imported',
    'use: makeKit({ accent })',
    'use: makeKits({ accent })',
    '"makeKits" is not imported; did you mean "makeKit"?',
  ],
  [
    'an item of what is not imported',
    'item: kit.configs',
    'item: kits.configs',
    '"kits" is not imported; did you mean "kit"?',
  ],
  [
    'a component that is not imported',
    'component: KitProvider',
    'component: KitProvidr',
    '"KitProvidr" is not imported; did you mean "KitProvider"?',
  ],
  [
    'a property that is not imported',
    'properties: { colour: accent }',
    'properties: { colour: acent }',
    '"acent" is not imported; did you mean "accent"?',
  ],
  [
    'a property whose name is none',
    'properties: { colour: accent }',
    'properties: { the-colour: accent }',
    '"the-colour" is not a name that can stand here',
  ],
  [
    'a component that comes from nowhere',
    "          from: { '@allotment/kit/react': [KitProvider], ./themed-kit: [accent] }\n",
    '',
    '"from" is missing',
    '- app.around:',
  ],
  ['an imported name that is none', '[makeKit, accent] }', '[make-kit, accent] }', 'cannot be "make-kit"'],
  ['an imported name that is none in the code', '{ default: kit }', '{ default: the-kit }', 'cannot be "the-kit"'],
  [
    'an import as it was written before',
    "from: { '@allotment/kit': { default: kit } }",
    "from: '@allotment/kit'",
    'must be names with values, not a text',
  ],
  [
    'names of an import as a text',
    "from: { '@allotment/kit': [makeKit, accent] }",
    "from: { '@allotment/kit': makeKit }",
    'must be a list, not a text: [makeKit]',
  ],
  [
    'an import of a package that does not come',
    "from: { '@allotment/kit': { default: kit } }",
    "from: { '@allotment/kits': { default: kit } }",
    '@allotment/kits is not a package of this definition; did you mean "@allotment/kit"?',
  ],
  [
    'a module of its own where only packages are',
    "from: { '@allotment/kit': { default: kit } }",
    'from: { ./kit: { default: kit } }',
    '"./kit" is not a name that can stand here',
  ],
  [
    'an import of a file that does not come',
    'from: { ./themed-kit: [accent] }\n          value',
    'from: { ./themed: [accent] }\n          value',
    'no file of this way is ./themed',
  ],
  [
    'a plugin without a use',
    '          use: makeKit({ accent })\n',
    '',
    '"use" is missing: a text (an expression)',
    '- app.plugins:',
  ],
  ['a plugin without a name', '          name: kit\n', '', '"name" is missing', '- app.plugins:'],
  ['a plugin whose name is none', 'name: kit\n', 'name: Kit Plugin\n', 'name cannot be "Kit Plugin"'],
  [
    'a variable whose value is a number',
    "KIT_PORT: { value: '3000' }",
    'KIT_PORT: { value: 3000 }',
    "must be a text, not a number: '3000'",
  ],
  ['a variable whose name is none', 'KIT_PORT:', 'KIT-PORT:', '"KIT-PORT" is not a name that can stand here'],
  [
    'a secret that no choice asks for',
    'secret: token }',
    'secret: tokn }',
    '"tokn" is not a choice that asks for a secret; did you mean "token"?',
  ],
  [
    'a script that is a list',
    'scripts: { kit: kit --watch }',
    'scripts: { kit: [kit, --watch] }',
    'must be a text, not a list',
  ],
  [
    'a setting that is a package',
    '      - app.plugins:',
    "      - manifest.settings: { settings: { dependencies: { evil: '*' } } }\n      - app.plugins:",
    '"dependencies" is not a name that can stand here',
    'settings: {',
  ],
  [
    'a route that begins with a slash',
    '      - app.plugins:',
    "      - server.routes: { route: /api/kit, handler: kit, methods: [GET], from: { '@allotment/kit': { default: kit } } }\n      - app.plugins:",
    'route cannot be "/api/kit"',
    'route: /api',
  ],
  [
    'a method in small letters',
    '      - app.plugins:',
    "      - server.routes: { route: api/kit, handler: kit, methods: [get], from: { '@allotment/kit': { default: kit } } }\n      - app.plugins:",
    'must be one of GET, POST',
    'methods: [get]',
  ],
  [
    'a phase that is none',
    '      - app.plugins:',
    "      - server.handlers: { use: kit(), phase: last, from: { '@allotment/kit': { default: kit } } }\n      - app.plugins:",
    'must be one of first, parsed, routes',
    'phase: last',
  ],
  [
    'a place that is none',
    'item: kit.configs.recommended',
    'place: end\n          item: kit.configs.recommended',
    'must be one of first, last',
    'place: end',
  ],
  [
    'a placeholder that can stay empty',
    "load: '@allotment/kit/styles.css' }",
    "load: x }\n      - hooks.pre-commit: { run: '{{token}}' }",
    'has a placeholder that can stay empty',
    'hooks.pre-commit',
  ],
  [
    'globs of no file',
    '      - app.plugins:',
    "      - tool.globs: { named: [], lists: [/content], cover: '[]' }\n      - app.plugins:",
    'needs at least 1',
    'named: []',
  ],

  // Conditions.
  ['a bundler as a text', "bundler: { vite: '>=5.0.0' }", 'bundler: vite', 'must be names with values, not a text'],
  ['sources as a text', 'sources: [jsx]', 'sources: jsx', 'must be a list, not a text: [jsx]'],
  ['a kind of source that is none', 'sources: [jsx]', 'sources: [tsx]', 'must be one of ts, jsx, vue'],
  ['a language of sheets that is none', 'sources: [jsx]', 'sheets: [less]', 'must be one of scss, sass'],
  [
    'a condition on a choice that is not there',
    '{ choices: { accent: green } }',
    '{ choices: { acent: green } }',
    'there is no choice "acent"; did you mean "accent"?',
  ],
  [
    'a condition on an answer that is none',
    '{ choices: { accent: green } }',
    '{ choices: { accent: nope } }',
    '"nope" can never be chosen: green, brown',
  ],
  [
    'the same below not',
    '{ choices: { accent: green } }',
    '{ not: { choices: { accent: nope } } }',
    '"nope" can never be chosen: green, brown',
  ],
  ['a condition that is no range', "react: '>=18.0.0'", 'react: latest-ish', '"latest-ish" is not a range of versions'],
  ['a bundler that is no range', "vite: '>=5.0.0'", 'vite: five', '"five" is not a range of versions'],
  [
    'environment that is none',
    'sources: [jsx]',
    'environment: reads',
    'must be one of read, unread; did you mean "read"?',
  ],
  ['joints that are none', 'sources: [jsx]', 'joints: [app.arounds]', 'did you mean "app.around"?'],
  ['a runtime that is none', 'sources: [jsx]', 'runtime: node', 'must be one of browser, server, both'],
  ['modules that are none', 'sources: [jsx]', 'modules: cjs', 'must be one of esm, commonjs'],
  ['a path in a condition', 'sources: [jsx]', 'paths: [login]', 'cannot be "login"'],
  ['no alternatives', 'sources: [jsx]', 'any: []', 'needs at least 1'],
  ['a not that is a list', 'sources: [jsx]', 'not: [jsx]', 'must be names with values, not a list'],
  ['a condition within not', 'sources: [jsx]', 'not: { not: { sources: [jsx] } }', 'unknown key "not"'],
  [
    'imports of nothing',
    "imports: { '@allotment/kit': [makeKit] }",
    "imports: { '@allotment/kit': [] }",
    'needs at least 1',
  ],

  // Packages.
  [
    'a package without a range',
    '{ range: ^2.0.0, section: development }',
    '{ section: development }',
    '"range" is missing: a text (a version range or a dist-tag)',
  ],
  [
    'a range that is none',
    '{ range: ^2.0.0, section: development }',
    '{ range: ^2..0, section: development }',
    '"^2..0" is neither a range of versions nor a tag',
  ],
  [
    'the same as its range alone',
    "common:\n  packages: { '@allotment/kit': ^1.2.0 }",
    "common:\n  packages: { '@allotment/kit': ^1..2 }",
    '"^1..2" is neither a range of versions nor a tag',
    "  packages: { '@allotment/kit': ^1..2",
  ],
  [
    'a range that is a number',
    '{ range: ^2.0.0, section: development }',
    '{ range: 2, section: development }',
    "must be a text, not a number: '2'",
  ],
  [
    'packages as a list',
    "packages:\n      '@allotment/signs': { range: ^2.0.0, section: development }",
    "packages: ['@allotment/signs']",
    'must be names with values, not a list',
  ],
  [
    'a package whose name is none',
    "'@allotment/signs': {",
    "'@Allotment signs!': {",
    '"@Allotment signs!" is not a name that can stand here',
  ],
  [
    'a section that is none',
    'section: development',
    'section: dev',
    'must be one of production, development, peer, optional',
  ],
  ['a workspace that is none', 'section: development', 'workspace: top', 'must be one of own, root'],

  // Choices.
  [
    'a choice without when it is asked',
    '    asked: on-request\n',
    '',
    '"asked" is missing: one of always, on-request',
    'accent:',
  ],
  ['a kind of choice that is none', 'kind: one-of', 'kind: enum', 'unknown kind "enum": one of text, one-of, secret'],
  ['a choice with one answer', 'of: [green, brown]', 'of: [green]', 'needs at least 2'],
  [
    'a default that is no answer',
    'default: green',
    'default: gren',
    'must be one of green, brown; did you mean "green"?',
  ],
  ['answers as a text', 'of: [green, brown]', 'of: green', 'must be a list, not a text: [green]'],
  ['a choice without a question', '    ask: Which colour?\n', '', '"ask" is missing: a text (the question)', 'accent:'],
  [
    'a choice called way',
    '  accent:\n',
    '  way: { kind: secret, ask: x }\n  accent:\n',
    'a choice cannot be called "way"',
  ],
  [
    'a choice called folder',
    '  accent:\n',
    '  folder: { kind: secret, ask: x }\n  accent:\n',
    'a choice cannot be called "folder": that is a fact already',
  ],
  [
    'a choice called number',
    '  accent:\n',
    '  number: { kind: secret, ask: x }\n  accent:\n',
    'a choice cannot be called "number": that is a fact already',
  ],

  // Files and texts.
  [
    'an unknown placeholder in a text',
    "'{{accent}}'",
    "'{{acent}}'",
    '{{acent}} is neither a fact nor a choice; did you mean "accent"?',
    'text: |',
  ],
  [
    'an unknown placeholder in a name',
    './themed-kit.tsx',
    "'{{foldr}}/themed-kit.tsx'",
    '{{foldr}} is neither a fact nor a choice; did you mean "folder"?',
  ],
  [
    'a fragment that is not there',
    '// {{extra}}',
    '// {{extras}}',
    '{{extras}} is neither a fact nor a choice; did you mean "extra"?',
    'text: |',
  ],
  [
    'a fragment that is called as a fact',
    "      extra: [{ text: 'export",
    "      folder: [{ text: x }]\n      extra: [{ text: 'export",
    '"folder" is the name of a fact or a choice already',
  ],
  ['a file without a text', `        text: '{ "beds": 1 }'\n`, '', 'needs either "text" or "from"', '- file: kit.json'],
  [
    'a file from two places',
    `        text: '{ "beds": 1 }'\n`,
    `        text: '{ "beds": 1 }'\n        from: kit.json\n`,
    'needs either "text" or "from"',
    '- file: kit.json',
  ],
  [
    'a file from above',
    `        text: '{ "beds": 1 }'\n`,
    '        from: ../kit.json\n',
    'from cannot be "../kit.json"',
  ],
  [
    'a folder that goes into a file',
    `        text: '{ "beds": 1 }'\n`,
    '        from: beds/\n',
    'both end with a slash',
  ],
  ['a file with an absolute name', 'file: ./themed', 'file: /etc/themed', 'must be a plain path in the workspace'],
  [
    'a file in version control',
    'file: ./themed-kit',
    'file: .git/hooks/themed',
    'must be a plain path in the workspace',
  ],
  ['a file among packages', 'file: ./themed-kit', 'file: node_modules/themed', 'must be a plain path in the workspace'],
  [
    'a file among records',
    'file: ./themed-kit',
    'file: .ligament/attached/themed',
    'must be a plain path in the workspace',
  ],
  [
    'a script that is no TypeScript',
    "export const accent = '{{accent}}';",
    'export const = ;',
    'is not TypeScript',
    'text: |',
  ],
  [
    'members that stand in the text already',
    'members: { types: true }',
    'members: { beds: 2 }',
    '"beds" stands in the text already',
  ],
  [
    'members for what is no JSON',
    `text: '{ "beds": 1 }'`,
    'text: beds',
    'needs a text that is a JSON object',
    'merge:',
  ],
  [
    'executable that is no yes or no',
    '        merge:',
    '        executable: "yes"\n        merge:',
    'must be true or false, not a text',
    'executable:',
  ],

  // Ways.
  [
    'a way without a title',
    '    title: by its sheet\n',
    '',
    '"title" is missing: a text (a phrase to follow',
    '  plain:',
  ],
  [
    'ways as a list',
    GOOD.slice(GOOD.indexOf('ways:'), GOOD.indexOf('\nproofs:')),
    'ways: [{ way: plain, title: by its sheet }]',
    'must be names with values, not a list',
  ],
  ['no way at all', GOOD.slice(GOOD.indexOf('ways:'), GOOD.indexOf('\nproofs:')), 'ways: {}', 'needs at least one way'],
  ['a way whose name is none', '  plain:\n', '  by its sheet:\n', '"by its sheet" is not a name that can stand here'],
  ['a way twice', '  plain:\n', '  react:\n', 'unique'],
  [
    'a way that nothing proves',
    GOOD.slice(GOOD.indexOf('\nproofs:'), GOOD.indexOf('\npeople:')),
    '',
    'nothing proves the way "plain"',
    '  plain:',
  ],
  [
    'quiet that is no yes or no',
    '    title: by its sheet',
    '    quiet: often\n    title: by its sheet',
    'must be true or false, not a text',
    'quiet:',
  ],

  // Proofs.
  [
    'a kind of proof that is none',
    '- built-css:',
    '- build-css:',
    'unknown key "build-css"; did you mean "built-css"?',
  ],
  [
    'a proof as it was written before',
    '- page: { visit: /, shows: Kit }',
    '- { proof: page, visit: / }',
    'unknown key "proof"',
  ],
  [
    'a proof of two kinds',
    '- page: { visit: /, shows: Kit }',
    '- { page: { visit: / }, run: { run: [kit], says: x, checks: x } }',
    'must have one key, the kind of proof',
  ],
  ['a class as a text', 'class: [kit-button]', 'class: kit-button', 'must be a list, not a text: [kit-button]'],
  ['a proof without what it declares', ", declares: { opacity: '1' } }", ' }', '"declares" is missing'],
  ['a number for a text', "opacity: '1'", 'opacity: 1', "must be a text, not a number: '1'"],
  [
    'a placeholder in a proof that nothing keeps',
    'GET /beds/{{bed}}',
    'GET /beds/{{bet}}',
    '{{bet}} is neither a fact nor a choice; did you mean "bed"?',
  ],
  ['a request that is none', 'ask: GET /beds/{{number}}', 'ask: beds', 'ask cannot be "beds"'],
  ['a status as a text', 'status: 200', 'status: ok', 'must be a number, not a text'],
  ['a pattern that is none', `'id="(\\d+)"'`, `'id="(\\d+"'`, 'is not a pattern'],
  ['a page without a slash', 'visit: /,', 'visit: home,', 'visit cannot be "home"'],
  [
    'a page that is not visited',
    '{ visit: /, shows: Kit }',
    '{ shows: Kit }',
    '"visit" is missing: a text (the path to open)',
  ],
  [
    'a page that plants outside',
    '{ visit: /, shows: Kit }',
    '{ visit: /, plants: { ../../x: evil } }',
    '"../../x" is not a name that can stand here',
  ],
  [
    'a run of a path',
    'run: [kit, --version]',
    'run: [/bin/sh, -c, id]',
    'must begin with a program of an installed package',
  ],
  ['a run as a text', 'run: [kit, --version]', 'run: kit --version', 'must be a list, not a text'],
  ['a run of nothing', 'run: [kit, --version]', 'run: []', 'needs at least 1'],
  [
    'a probe that shows nothing',
    '          shows: green\n',
    '',
    '"shows" is missing: a text (what must be seen',
    '- probe:',
  ],
  ['a probe whose value is no expression', 'value: accent', "value: 'accent +'", 'is not an expression'],
  ['a probe whose code is none', 'value: accent', "code: 'const = 1;'", 'is not TypeScript'],
  [
    'a probe with what nothing brings',
    'from: { ./themed-kit: [accent] }\n          value',
    "from: { '@allotment/spade': [accent] }\n          value",
    '@allotment/spade is not a package of this definition',
  ],

  // What is said beside.
  [
    'accounts by a script that does not come',
    'people: { script: kit,',
    'people: { script: kits,',
    'no way brings a script "kits"; did you mean "kit"?',
  ],
  ['accounts without questions', ', asks: [E-mail]', '', '"asks" is missing: a list (the questions'],
  ['tell as a text', 'tell: [Look at the docs.]', 'tell: Look at the docs.', 'must be a list, not a text'],
  [
    'data outside',
    'people:',
    'data: [{ path: ../x, holds: all }]\npeople:',
    'must be a plain path in the workspace',
    'data:',
  ],
  [
    'data without words',
    'people:',
    'data: [{ path: beds }]\npeople:',
    '"holds" is missing: a text (what it is, in words)',
    'data:',
  ],
  [
    'a use that is no list of lists',
    'people:',
    'uses: { classes: [kit] }\npeople:',
    'must be a list, not a text: [kit]',
    'uses:',
  ],
  [
    'a command without what it writes',
    '    ties:\n      - styles',
    '    commands: [{ program: kit, args: [], purpose: x }]\n    ties:\n      - styles',
    '"writes" is missing: a list (every file',
    'commands:',
  ],
  [
    'a command that is a path',
    '    ties:\n      - styles',
    '    commands: [{ program: ./kit, args: [], purpose: x, writes: [] }]\n    ties:\n      - styles',
    'program cannot be "./kit"',
    'commands:',
  ],
  [
    'a command that writes outside',
    '    ties:\n      - styles',
    '    commands: [{ program: kit, args: [], purpose: x, writes: [../x] }]\n    ties:\n      - styles',
    'must be a plain path in the workspace',
    'commands:',
  ],

  // YAML.
  ['an alias that leads nowhere', 'tell: [Look at the docs.]', 'tell: *nothing', 'Unresolved alias'],
  ['a tab for blanks', '  accent:\n', '\taccent:\n', 'Tabs'],
  ['a bracket that stays open', 'of: [green, brown]', 'of: [green, brown', 'Flow sequence', 'default: green'],

  // The format.
  ['no format', 'format: 1\n', '', 'it does not say its format: begin it with "format: 1"'],
  [
    'a format that is not known',
    'format: 1',
    'format: 2',
    'this version of Ligament does not know the format 2, only 1',
  ],
];

describe('a definition with a fault', () => {
  it('is told from one without', () => {
    expect(parseDefinition(GOOD, 'kit/integration.yaml').integration).toBe('@allotment/kit');
  });

  it.each(CASES)('%s', (_what, from, to, words, line) => {
    const text = GOOD.replace(from, () => to);
    expect(text).not.toBe(GOOD);
    const { where, why } = told(text);
    expect(why).toContain(words);
    const start = GOOD.indexOf(from);
    const marked = line === undefined ? start : text.indexOf(line);
    const expected = text.slice(0, marked).split('\n').length;
    // What is written over several lines may be told at any of them.
    const last = line === undefined ? expected + to.split('\n').length - 1 : expected;
    expect(where, `${String(where)} is not ${String(expected)} to ${String(last)}: ${why}`).toBeGreaterThanOrEqual(
      expected,
    );
    expect(where).toBeLessThanOrEqual(last);
  });

  it('has all of them told at once, in the order of lines, with the lines', () => {
    const text = GOOD.replace('title: Garden', 'tilte: Garden')
      .replace('component: KitProvider', 'componnt: KitProvider')
      .replace('sources: [jsx]', 'sources: jsx');
    const { why } = told(text);
    expect(why.split('\n').map((one) => one.trim())).toEqual([
      '3:1  unknown key "tilte"; did you mean "title"?',
      'tilte: Garden kit',
      '25:16  must be a list, not a text: [jsx]',
      'sources: jsx',
      '41:11  unknown key "componnt"; did you mean "component"?',
      'componnt: KitProvider',
    ]);
  });

  it('has what was written in format 1 told where it was written, common parts and all', () => {
    const text = GOOD.replace("'@allotment/kit': ^1.2.0", "'@allotment/kit': ^1..2").replace(
      'makeKit({ accent })',
      'makeKits()',
    );
    const { why } = told(text);
    expect(why.match(/^\d+:\d+/gm)).toEqual(['18:33', '52:16']);
  });
});
