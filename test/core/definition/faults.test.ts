import { describe, expect, it } from 'vitest';
import { Problem } from '../../../src/core/problem.ts';
import { parseDefinition } from '../../support/catalog.ts';

const GOOD = `integration: '@allotment/kit'
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
ways:
  - way: react
    title: around the app
    fits:
      packages: { react: '>=18.0.0' }
      bundler: { vite: '>=5.0.0' }
      sources: [jsx]
    packages:
      '@allotment/kit': { range: ^1.2.0, section: production }
    files:
      - file: '{{folder}}/themed-kit.{{ending.jsx}}'
        native: true
        text: |
          import { KitProvider } from '@allotment/kit/react';
          export const accent = '{{accent}}';
          // {{extra}}
    fragments:
      extra: [{ text: 'export const extra = 1;' }]
    ties:
      - at: app.around
        component: KitProvider
        import: { from: '@allotment/kit/react', named: { KitProvider: KitProvider } }
      - at: lint.configs
        item: kit.configs.recommended
        imports: [{ from: '@allotment/kit', default: kit }]
        when: { choices: { accent: green } }
      - at: environment.file
        variables: { KIT_TOKEN: { secret: token }, KIT_PORT: { value: '3000' } }
      - at: manifest.scripts
        scripts: { kit: kit --watch }
      - at: app.plugins
        use: makeKit({ accent })
        name: kit
        imports: [{ from: '@allotment/kit', named: { makeKit: makeKit, accent: accent } }]
  - way: plain
    title: by its sheet
    packages:
      '@allotment/kit': { range: ^1.2.0, section: production }
    ties:
      - at: styles.global
        load: '@allotment/kit/styles.css'
proofs:
  - proof: built-css
    class: [kit-button]
    declares: { opacity: '1' }
  - proof: http
    steps:
      - ask: GET /beds/{{number}}
        status: 200
        keep: { bed: 'id="(\\d+)"' }
      - ask: GET /beds/{{bed}}
    checks: beds are listed
  - proof: page
    visit: /
    shows: Kit
  - proof: run
    run: [kit, --version]
    says: '1'
    checks: it runs
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
  ['a mistyped key at the top', 'title: Garden', 'tilte: Garden', 'unknown key "tilte"; did you mean "title"?'],
  ['another one', 'proofs:', 'proof:', 'unknown key "proof"; did you mean "proofs"?'],
  [
    'a mistyped key of a way',
    "packages:\n      '@allotment/kit': { range: ^1.2.0, section: production }\n    files",
    "pakages:\n      '@allotment/kit': { range: ^1.2.0, section: production }\n    files",
    'unknown key "pakages"; did you mean "packages"?',
  ],
  [
    'a mistyped list of ties',
    '    ties:\n      - at: styles',
    '    tie:\n      - at: styles',
    'unknown key "tie"; did you mean "ties"?',
  ],
  [
    'a mistyped key of a tie',
    "imports: [{ from: '@allotment/kit', default",
    "imprts: [{ from: '@allotment/kit', default",
    'unknown key "imprts"; did you mean "imports"?',
  ],
  [
    'a joint in the singular',
    'at: app.plugins',
    'at: app.plugin',
    'unknown at "app.plugin"; did you mean "app.plugins"?',
  ],
  ['a joint that is none', 'at: styles.global', 'at: head.links', 'unknown at "head.links": one of'],
  ['a mistyped condition', 'sources: [jsx]', 'sorces: [jsx]', 'unknown key "sorces"; did you mean "sources"?'],
  ['a bundler as a text', "bundler: { vite: '>=5.0.0' }", 'bundler: vite', 'must be names with values, not a text'],
  ['sources as a text', 'sources: [jsx]', 'sources: jsx', 'must be a list, not a text: [jsx]'],
  ['a kind of source that is none', 'sources: [jsx]', 'sources: [tsx]', 'must be one of ts, jsx, vue'],
  [
    'a kind of proof that is none',
    'proof: built-css',
    'proof: build-css',
    'unknown proof "build-css"; did you mean "built-css"?',
  ],
  ['a class as a text', 'class: [kit-button]', 'class: kit-button', 'must be a list, not a text: [kit-button]'],
  [
    'a proof without what it declares',
    "    declares: { opacity: '1' }\n",
    '',
    '"declares" is missing: names with values',
    'proof: built-css',
  ],
  ['a number for a text', "opacity: '1'", 'opacity: 1', "must be a text, not a number: '1'"],
  [
    'a package without a range',
    "'@allotment/kit': { range: ^1.2.0, section: production }\n    files",
    "'@allotment/kit': { section: production }\n    files",
    '"range" is missing: a text',
  ],
  [
    'a range that is none',
    '{ range: ^1.2.0, section: production }\n    files',
    '{ range: ^1..2, section: production }\n    files',
    '"^1..2" is neither a range of versions nor a tag',
  ],
  [
    'a package as its range alone',
    "'@allotment/kit': { range: ^1.2.0, section: production }\n    files",
    "'@allotment/kit': ^1.2.0\n    files",
    'must be names with values, not a text',
  ],
  [
    'packages as a list',
    "packages:\n      '@allotment/kit': { range: ^1.2.0, section: production }\n    files",
    "packages: ['@allotment/kit']\n    files",
    'must be names with values, not a list',
  ],
  [
    'a package whose name is none',
    "'@allotment/kit': { range: ^1.2.0, section: production }\n    files",
    "'@Allotment kit!': { range: ^1.2.0, section: production }\n    files",
    '"@Allotment kit!" is not a name that can stand here',
  ],
  [
    'a section that is none',
    'section: production }\n    files',
    'section: dev }\n    files',
    'must be one of production, development, peer, optional',
  ],
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
  ['a choice without a question', '    ask: Which colour?\n', '', '"ask" is missing: a text', 'accent:'],
  [
    'an unknown placeholder in a text',
    "'{{accent}}'",
    "'{{acent}}'",
    '{{acent}} is neither a fact nor a choice; did you mean "accent"?',
    'text: |',
  ],
  [
    'an unknown placeholder in a name',
    '{{folder}}/themed',
    '{{foldr}}/themed',
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
    'a placeholder in a proof that nothing keeps',
    'GET /beds/{{bed}}',
    'GET /beds/{{bet}}',
    '{{bet}} is neither a fact nor a choice; did you mean "bed"?',
  ],
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
    'a secret that no choice asks for',
    'secret: token }',
    'secret: tokn }',
    '"tokn" is no choice that asks for a secret; did you mean "token"?',
  ],
  [
    'a variable whose value is a number',
    "KIT_PORT: { value: '3000' }",
    'KIT_PORT: { value: 3000 }',
    "must be a text, not a number: '3000'",
  ],
  ['a variable whose name is none', 'KIT_PORT:', 'KIT-PORT:', '"KIT-PORT" is not a name that can stand here'],
  [
    'a file without a text',
    "native: true\n        text: |\n          import { KitProvider } from '@allotment/kit/react';\n          export const accent = '{{accent}}';\n          // {{extra}}\n",
    'native: true\n',
    'needs either "text" or "from"',
    "- file: '{{folder}}",
  ],
  ['a file from two places', 'native: true', 'from: theme.ts', 'needs either "text" or "from"', "- file: '{{folder}}"],
  [
    'a file from above',
    "native: true\n        text: |\n          import { KitProvider } from '@allotment/kit/react';\n          export const accent = '{{accent}}';\n          // {{extra}}\n",
    'from: ../theme.ts\n',
    'from cannot be "../theme.ts"',
  ],
  ['a file with an absolute name', '{{folder}}/themed', '/etc/themed', 'must be a plain path in the workspace'],
  ['a file in version control', '{{folder}}/themed-kit', '.git/hooks/themed', 'must be a plain path in the workspace'],
  ['a file among packages', '{{folder}}/themed-kit', 'node_modules/themed', 'must be a plain path in the workspace'],
  [
    'a file among records',
    '{{folder}}/themed-kit',
    '.ligament/attached/themed',
    'must be a plain path in the workspace',
  ],
  [
    'a native file that is no TypeScript',
    "export const accent = '{{accent}}';",
    'export const = ;',
    'is not TypeScript',
    'text: |',
  ],
  ['native that is no yes or no', 'native: true', 'native: "yes"', 'must be true or false, not a text'],
  ['a use that is no expression', 'use: makeKit({ accent })', 'use: makeKit({', 'is no expression'],
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
  ['an imported name that is none', 'makeKit: makeKit,', 'makeKit: make-kit,', 'cannot be "make-kit"'],
  [
    'an import from nowhere',
    "import: { from: '@allotment/kit/react', named",
    'import: { named',
    '"from" is missing: a text',
  ],
  [
    'an import of a package that does not come',
    "imports: [{ from: '@allotment/kit', default",
    "imports: [{ from: '@allotment/kits', default",
    '@allotment/kits is no package of this definition; did you mean "@allotment/kit"?',
  ],
  [
    'a mistyped key of an import',
    "'@allotment/kit', default: kit }",
    "'@allotment/kit', defalt: kit }",
    'unknown key "defalt"; did you mean "default"?',
  ],
  ['a plugin without a use', '        use: makeKit({ accent })\n', '', '"use" is missing: a text', 'at: app.plugins'],
  ['a plugin without a name', '        name: kit\n', '', '"name" is missing: a text', 'at: app.plugins'],
  ['a plugin whose name is none', 'name: kit\n', 'name: Kit Plugin\n', 'name cannot be "Kit Plugin"'],
  ['two ways of one name', '- way: plain', '- way: react', 'there is a way "react" already'],
  ['a way whose name is a number', '- way: plain', '- way: 1', "must be a text, not a number: '1'"],
  ['a way without a title', '    title: by its sheet\n', '', '"title" is missing: a text', '- way: plain'],
  ['no way at all', GOOD.slice(GOOD.indexOf('ways:'), GOOD.indexOf('proofs:')), 'ways: []\n', 'needs at least 1'],
  ['a title of several lines', 'title: Garden kit', 'title: "Garden\\nkit"', 'title cannot be "Garden\\nkit"'],
  ['a title of a megabyte', 'title: Garden kit', `title: ${'x'.repeat(2000)}`, 'title cannot be'],
  ['a kind that is none', 'kind: interface', 'kind: interfaces', 'must be one of styling, routing'],
  [
    'a name in capitals',
    "integration: '@allotment/kit'",
    'integration: AllotmentKit',
    'integration cannot be "AllotmentKit"',
  ],
  [
    'accounts by a script that does not come',
    'people: { script: kit,',
    'people: { script: kits,',
    'no way brings a script "kits"; did you mean "kit"?',
  ],
  ['accounts without questions', ', asks: [E-mail]', '', '"asks" is missing: a list'],
  ['a request that is none', 'ask: GET /beds/{{number}}', 'ask: beds', 'ask cannot be "beds"'],
  ['a status as a text', 'status: 200', 'status: ok', 'must be a number, not a text'],
  ['a pattern that is none', `'id="(\\d+)"'`, `'id="(\\d+"'`, 'is no pattern'],
  ['a mistyped key of a step', 'status: 200', 'statis: 200', 'unknown key "statis"; did you mean "status"?'],
  ['a page without a slash', 'visit: /\n', 'visit: home\n', 'visit cannot be "home"'],
  ['a page that is not visited', '    visit: /\n', '', '"visit" is missing: a text', 'proof: page'],
  [
    'a page that plants outside',
    '    shows: Kit',
    '    plants: { ../../x: evil }\n    shows: Kit',
    '"../../x" is not a name that can stand here',
    'plants:',
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
    'a run that says nothing',
    "    says: '1'\n    checks: it runs",
    '    checks: it runs',
    '"says" is missing: a text',
    'proof: run',
  ],
  ['a condition that is no range', "react: '>=18.0.0'", 'react: latest-ish', '"latest-ish" is no range of versions'],
  ['a bundler that is no range', "vite: '>=5.0.0'", 'vite: five', '"five" is no range of versions'],
  [
    'a setting that is a package',
    '      - at: app.plugins',
    "      - at: manifest.settings\n        settings: { dependencies: { evil: '*' } }\n      - at: app.plugins",
    '"dependencies" is not a name that can stand here',
    'settings: {',
  ],
  [
    'a prototype',
    '  accent:\n',
    '  __proto__: { kind: secret, ask: x }\n  accent:\n',
    '"__proto__" cannot be a name here',
  ],
  ['a constructor', "react: '>=18.0.0'", "constructor: '>=18.0.0'", '"constructor" cannot be a name here'],
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
  ['a tie without a joint', '- at: styles.global\n        load', '- load', '"at" is missing: one of'],
  [
    'ties as names',
    "ties:\n      - at: styles.global\n        load: '@allotment/kit/styles.css'",
    'ties: { at: styles.global }',
    'must be a list, not names with values',
  ],
  [
    'a proof that is a text',
    '  - proof: page\n    visit: /\n    shows: Kit',
    '  - page',
    'must be names with values, not a text',
  ],
  ['tell as a text', 'tell: [Look at the docs.]', 'tell: Look at the docs.', 'must be a list, not a text'],
  [
    'a script that is a list',
    'scripts: { kit: kit --watch }',
    'scripts: { kit: [kit, --watch] }',
    'must be a text, not a list',
  ],
  ['a NUL', 'about: Signs for beds.', 'about: "Signs\\0for beds."', 'NUL'],
  ['an alias that leads nowhere', 'tell: [Look at the docs.]', 'tell: *nothing', 'Unresolved alias'],
  ['a key twice', 'title: Garden kit', 'title: Garden kit\ntitle: Other', 'unique'],
  ['a tab for blanks', '  accent:\n', '\taccent:\n', 'Tabs'],
  ['a bracket that stays open', 'of: [green, brown]', 'of: [green, brown', 'Flow sequence', 'default: green'],
  [
    'data outside',
    'people:',
    'data: [{ path: ../x, holds: all }]\npeople:',
    'must be a plain path in the workspace',
    'data:',
  ],
  ['data without words', 'people:', 'data: [{ path: beds }]\npeople:', '"holds" is missing: a text', 'data:'],
  [
    'a route that begins with a slash',
    '      - at: app.plugins',
    "      - at: server.routes\n        route: /api/kit\n        handler: kit\n        methods: [GET]\n        imports: [{ from: '@allotment/kit', default: kit }]\n      - at: app.plugins",
    'route cannot be "/api/kit"',
    'route: /api',
  ],
  [
    'a method in small letters',
    '      - at: app.plugins',
    "      - at: server.routes\n        route: api/kit\n        handler: kit\n        methods: [get]\n        imports: [{ from: '@allotment/kit', default: kit }]\n      - at: app.plugins",
    'must be one of GET, POST',
    'methods: [get]',
  ],
  [
    'a phase that is none',
    '      - at: app.plugins',
    "      - at: server.handlers\n        use: kit()\n        phase: last\n        imports: [{ from: '@allotment/kit', default: kit }]\n      - at: app.plugins",
    'must be one of first, parsed, routes',
    'phase: last',
  ],
  [
    'a placeholder that can stay empty',
    "load: '@allotment/kit/styles.css'",
    "load: x\n      - at: hooks.pre-commit\n        run: '{{token}}'",
    'has a placeholder that can stay empty',
    'at: hooks.pre-commit',
  ],
  [
    'where it belongs, mistyped',
    'about: Signs for beds.',
    'about: Signs for beds.\nbelongs: rot',
    'must be one of workspace, root; did you mean "root"?',
    'belongs: rot',
  ],
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
  [
    'a command without what it writes',
    '    ties:\n      - at: styles',
    '    commands: [{ program: kit, args: [], purpose: x }]\n    ties:\n      - at: styles',
    '"writes" is missing: a list',
    'commands:',
  ],
  [
    'a command that is a path',
    '    ties:\n      - at: styles',
    '    commands: [{ program: ./kit, args: [], purpose: x, writes: [] }]\n    ties:\n      - at: styles',
    'program cannot be "./kit"',
    'commands:',
  ],
  [
    'a command that writes outside',
    '    ties:\n      - at: styles',
    '    commands: [{ program: kit, args: [], purpose: x, writes: [../x] }]\n    ties:\n      - at: styles',
    'must be a plain path in the workspace',
    'commands:',
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
      .replace('component: KitProvider', 'component: KitProvidr')
      .replace('sources: [jsx]', 'sources: jsx');
    const { why } = told(text);
    expect(why.split('\n').map((one) => one.trim())).toEqual([
      '2:1  unknown key "tilte"; did you mean "title"?',
      'tilte: Garden kit',
      '19:16  must be a list, not a text: [jsx]',
      'sources: [jsx]'.replace('[jsx]', 'jsx'),
    ]);
  });
});
