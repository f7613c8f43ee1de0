import type { FormatOperation } from '../../src/core/formats/formats.ts';

/**
 * One edit of a text that is no script. In `code`, «…» marks what it puts in and ‹old→new› what it replaces (or takes out,
 * where nothing is new); without marks nothing is edited.
 */
export interface TextShape {
  title: string;
  file: string;
  edit: FormatOperation;
  code: string;
  refused?: string;
  already?: true;
  /** What is left once it is taken out by meaning, where that is not the text before. */
  removed?: string;
}

const json = (operation: Extract<FormatOperation, { format: 'json' }>['operation']): FormatOperation => ({
  format: 'json',
  operation,
});
const yaml = (operation: Extract<FormatOperation, { format: 'yaml' }>['operation']): FormatOperation => ({
  format: 'yaml',
  operation,
});
const style = (operation: Extract<FormatOperation, { format: 'style' }>['operation']): FormatOperation => ({
  format: 'style',
  operation,
});
const markup = (operation: Extract<FormatOperation, { format: 'markup' }>['operation']): FormatOperation => ({
  format: 'markup',
  operation,
});
const component = (operation: Extract<FormatOperation, { format: 'component' }>['operation']): FormatOperation => ({
  format: 'component',
  operation,
});

export const DATA_SHAPES: TextShape[] = [
  {
    title: 'JSON: a key in its sorted section',
    file: 'package.json',
    edit: json({ op: 'set', pointer: '/dependencies/kale', value: '1', sorted: true }),
    code: '{\n  "dependencies": {\n    "beans": "1",\n    «"kale": "1",\n    »"leek": "1"\n  }\n}\n',
  },
  {
    title: 'JSON: a value replaced',
    file: 'a.json',
    edit: json({ op: 'set', pointer: '/beds', value: 4, replace: 3 }),
    code: '{ "beds": ‹3→4› }\n',
    removed: '{}\n',
  },
  {
    title: 'JSON: a value that is not the one to replace',
    file: 'a.json',
    edit: json({ op: 'set', pointer: '/beds', value: 4, replace: 3 }),
    refused: 'another value',
    code: '{ "beds": 5 }\n',
  },
  {
    title: 'JSON: the first item',
    file: 'a.json',
    edit: json({ op: 'add', pointer: '/plots', value: 'a', place: 'first' }),
    code: '{ "plots": [«"a", »"b", "c"] }\n',
  },
  {
    title: 'JSON: an item before another one',
    file: 'a.json',
    edit: json({ op: 'add', pointer: '/plots', value: 'b', before: 'c' }),
    code: '{ "plots": ["a", «"b", »"c"] }\n',
  },
  {
    title: 'JSON: an item behind another one',
    file: 'a.json',
    edit: json({ op: 'add', pointer: '/plots', value: 'b', after: 'a' }),
    code: '{ "plots": ["a", «"b", »"c"] }\n',
  },
  {
    title: 'JSON: an item that is there twice',
    file: 'a.json',
    edit: json({ op: 'add', pointer: '/plots', value: 'b' }),
    already: true,
    code: '{ "plots": ["b", "b"] }\n',
  },
  {
    title: 'JSON: one of two equal items taken out',
    file: 'a.json',
    edit: json({ op: 'drop-item', pointer: '/plots', value: 'c' }),
    code: '{ "plots": ["b"‹, "c"→›] }\n',
  },
  {
    title: 'JSON: a member taken out',
    file: 'a.json',
    edit: json({ op: 'drop', pointer: '/b', was: 2 }),
    code: '{\n  "a": 1‹,→›\n‹  "b": 2\n→›}\n'.replace('‹,→›\n‹  "b": 2\n→›}', '‹,\n  "b": 2→›\n}'),
  },
  {
    title: 'JSON: a member that has been changed is not taken out',
    file: 'a.json',
    edit: json({ op: 'drop', pointer: '/b', was: 2 }),
    refused: 'changed',
    code: '{ "b": 3 }\n',
  },
  {
    title: 'JSONC: a path alias beside comments',
    file: 'tsconfig.json',
    edit: json({ op: 'set', pointer: '/compilerOptions/paths/@~1*', value: ['./src/*'] }),
    code: '{\n  // for the shed\n  "compilerOptions": {\n    "paths": {\n      "~/*": ["./lib/*"], // old\n«      "@/*": ["./src/*"],\n»    },\n  },\n}\n',
  },

  {
    title: 'YAML: a key in order',
    file: 'a.yaml',
    edit: yaml({ op: 'set', pointer: '/catalog/kale', value: '^1.0.0', sorted: true }),
    code: 'catalog:\n  beans: ^2.0.0\n«  kale: ^1.0.0\n»  leek: ^3.0.0 # sown\n',
  },
  {
    title: 'YAML: the first item',
    file: 'a.yaml',
    edit: yaml({ op: 'add', pointer: '/packages', value: 'sheds/*', place: 'first' }),
    code: "packages:\n«  - sheds/*\n»  - 'plots/*'\n",
  },
  {
    title: 'YAML: the first item where a key has no value yet',
    file: 'a.yaml',
    edit: yaml({ op: 'add', pointer: '/shed/keys', value: { path: '^/shed' }, place: 'first' }),
    code: 'shed:\n  keys:\n«    - path: ^/shed\n»    # - path: ^/plots\n  doors: 2\n',
  },
  {
    title: 'YAML: an item of a list in brackets before another one',
    file: 'a.yaml',
    edit: yaml({ op: 'add', pointer: '/on', value: 'push', before: 'pull' }),
    code: 'on: [tag, «push, »pull]\n',
  },
  {
    title: 'YAML: a value replaced',
    file: 'a.yaml',
    edit: yaml({ op: 'set', pointer: '/beds', value: 4, replace: 3 }),
    code: 'beds: ‹3→4› # in all\nshed: yes\n',
    removed: 'shed: yes\n',
  },
  {
    title: 'YAML: a member taken out',
    file: 'a.yaml',
    edit: yaml({ op: 'drop', pointer: '/b', was: 2 }),
    code: 'a: 1\n‹b: 2\n→›',
  },
  {
    title: 'YAML: an alias is not edited',
    file: 'a.yaml',
    edit: yaml({ op: 'set', pointer: '/b/x', value: 1 }),
    refused: '',
    code: 'a: &a\n  y: 2\nb: *a\n',
  },

  {
    title: 'CSS: a rule',
    file: 'a.css',
    edit: style({ op: 'rule', selector: '.bed', declarations: { color: 'green' } }),
    code: 'a {\n  color: red;\n}\n«\n.bed {\n  color: green;\n}\n»',
  },
  {
    title: 'CSS: custom properties in a rule',
    file: 'a.css',
    edit: style({ op: 'rule', selector: ':root', declarations: { '--leaf': 'green', '--soil': 'brown' } }),
    code: ':root {\n  --leaf: green;\n«  --soil: brown;\n»}\n',
    removed: '',
  },
  {
    title: 'CSS: a declaration behind one without a semicolon',
    file: 'a.css',
    edit: style({ op: 'rule', selector: '.bed', declarations: { margin: '0' } }),
    code: '.bed { color: red«; margin: 0;» }\n',
    removed: '.bed { color: red; }\n',
  },
  {
    title: 'CSS: a declaration with another value',
    file: 'a.css',
    edit: style({ op: 'rule', selector: '.bed', declarations: { color: 'green' } }),
    refused: 'color is there',
    code: '.bed { color: red; }\n',
  },
  {
    title: 'CSS: a rule in a layer',
    file: 'a.css',
    edit: style({
      op: 'rule',
      selector: '.bed',
      declarations: { color: 'green' },
      inside: { name: 'layer', params: 'base' },
    }),
    code: '@layer base {\n  a { color: red; }\n«  .bed {\n    color: green;\n  }\n»}\n',
  },
  {
    title: 'CSS: a theme of its own',
    file: 'a.css',
    edit: style({ op: 'rule', declarations: { '--leaf': 'green' }, inside: { name: 'theme', params: '' } }),
    code: '@import "beans";\n«\n@theme {\n  --leaf: green;\n}\n»',
  },
  {
    title: 'CSS: an at-rule behind the imports',
    file: 'a.css',
    edit: style({ op: 'at-rule', name: 'plugin', params: '"beans"' }),
    code: '@charset "utf-8";\n@import "peas";\n«@plugin "beans";\n»a {}\n',
  },
  {
    title: 'CSS: an at-rule that is there',
    file: 'a.css',
    edit: style({ op: 'at-rule', name: 'plugin', params: '"beans"' }),
    already: true,
    code: "@plugin 'beans';\n",
  },
  {
    title: 'SCSS: a module before the imports',
    file: 'a.scss',
    edit: style({ op: 'use', source: 'beans', as: 'b' }),
    code: "@use 'sass:math';\n«@use 'beans' as b;\n»@import 'peas';\n// sown in May\n",
  },
  {
    title: 'SCSS: a module with variables',
    file: 'a.scss',
    edit: style({ op: 'use', source: 'beans', with: { leaf: 'green' } }),
    code: '«@use "beans" with ($leaf: green);\n\n»$soil: brown;\n',
  },
  {
    title: 'SCSS: a module used under another name',
    file: 'a.scss',
    edit: style({ op: 'use', source: 'beans' }),
    refused: 'another form',
    code: "@use 'beans' as b;\n",
  },
  {
    title: 'SCSS: a rule among nested ones',
    file: 'a.scss',
    edit: style({ op: 'rule', selector: '.bed', declarations: { color: 'green' } }),
    code: '.bed {\n  &:hover { color: red; } // hot\n«  color: green;\n»}\n'.replace(
      ' // hot\n«  color: green;\n»',
      '\n«  color: green;\n»',
    ),
  },
  {
    title: 'CSS: a module',
    file: 'a.css',
    edit: style({ op: 'use', source: 'beans' }),
    refused: 'SCSS',
    code: 'a {}\n',
  },

  {
    title: 'HTML: a meta element',
    file: 'index.html',
    edit: markup({
      op: 'element',
      tag: 'meta',
      attributes: { name: 'theme-color', content: '#060' },
      identity: ['name'],
    }),
    code: '<!doctype html>\n<html>\n  <head>\n    <title>Plots</title>\n«    <meta name="theme-color" content="#060">\n»  </head>\n</html>\n',
  },
  {
    title: 'HTML: a meta element with other contents',
    file: 'index.html',
    edit: markup({
      op: 'element',
      tag: 'meta',
      attributes: { name: 'theme-color', content: '#060' },
      identity: ['name'],
    }),
    refused: 'another "content"',
    code: '<html><head><meta name="theme-color" content="red"></head></html>\n',
  },
  {
    title: 'HTML: a script once only',
    file: 'index.html',
    edit: markup({
      op: 'element',
      tag: 'script',
      attributes: { src: '/beans.js', type: 'module' },
      identity: ['src'],
      in: 'body',
    }),
    code: '<html>\n  <body>\n    <div id="app"></div>\n«    <script src="/beans.js" type="module"></script>\n»  </body>\n</html>\n',
  },
  {
    title: 'HTML: a script that is there',
    file: 'index.html',
    edit: markup({ op: 'element', tag: 'script', attributes: { src: '/beans.js' }, identity: ['src'] }),
    already: true,
    code: '<html><head></head><body><script src="/beans.js" defer></script></body></html>\n',
  },
  {
    title: 'HTML: an attribute',
    file: 'index.html',
    edit: markup({ op: 'attribute', of: { tag: 'html' }, name: 'lang', value: 'en' }),
    code: '<html« lang="en"»>\n<head></head>\n</html>\n',
  },
  {
    title: 'HTML: a class among others',
    file: 'index.html',
    edit: markup({ op: 'attribute', of: { tag: 'body' }, name: 'class', value: 'dark', token: true }),
    code: '<html><body class="wide« dark»"></body></html>\n',
  },
  {
    title: 'HTML: an attribute with another value',
    file: 'index.html',
    edit: markup({ op: 'attribute', of: { id: 'app' }, name: 'data-bed', value: '4' }),
    refused: 'as "3"',
    code: '<html><body><div id="app" data-bed="3"></div></body></html>\n',
  },
];

const IMPORT: FormatOperation = component({
  op: 'script',
  script: { op: 'import', import: { from: './Beans.vue', default: 'Beans' } },
});

export const LINE_SHAPES: TextShape[] = [
  {
    title: 'environment: a value replaced',
    file: '.env',
    edit: { format: 'dotenv', operation: { op: 'set', key: 'BEDS', value: '4', replace: '3' } },
    code: 'A=1\nBEDS=‹3→4›\n',
    removed: 'A=1\n',
  },
  {
    title: 'environment: a value that is not the one to replace',
    file: '.env',
    edit: { format: 'dotenv', operation: { op: 'set', key: 'BEDS', value: '4', replace: '3' } },
    refused: 'another value',
    code: 'BEDS=5\n',
  },
  {
    title: 'environment: a value with a comment behind it',
    file: '.env',
    edit: { format: 'dotenv', operation: { op: 'set', key: 'BEDS', value: '4', replace: '3' } },
    refused: 'another value',
    code: 'BEDS=3 # in all\n',
  },
  {
    title: 'ini: a value replaced',
    file: '.editorconfig',
    edit: { format: 'ini', operation: { op: 'set', section: '*', key: 'indent_size', value: '2', replace: '4' } },
    code: 'root = true\n\n[*]\nindent_size = ‹4→2›\ncharset = utf-8\n',
    removed: 'root = true\n\n[*]\ncharset = utf-8\n',
  },
  {
    title: 'ignore file: a line',
    file: '.gitignore',
    edit: { format: 'lines', operation: { op: 'ensure', line: 'seeds/' } },
    code: 'node_modules/\n«seeds/\n»',
  },
];

export const CODE_SHAPES: TextShape[] = [
  {
    title: 'Vue: an import in the set-up script',
    file: 'App.vue',
    edit: IMPORT,
    code: "<script setup>\nimport Peas from './Peas.vue'\n«import Beans from './Beans.vue'\n»</script>\n\n<template>\n  <Peas />\n</template>\n",
  },
  {
    title: 'Vue: an import in a component with two scripts',
    file: 'App.vue',
    edit: IMPORT,
    code: "<script>\nexport default { name: 'Plots' }\n</script>\n<script setup lang=\"ts\">\n«import Beans from './Beans.vue'\n\n»const beds: number = 3\n</script>\n",
  },
  {
    title: 'Vue: a script that is not there',
    file: 'App.vue',
    edit: IMPORT,
    code: "«<script setup>\nimport Beans from './Beans.vue'\n</script>\n\n»<template>\n  <main />\n</template>\n",
    removed: '<script setup>\n</script>\n\n<template>\n  <main />\n</template>\n',
  },
  {
    title: 'Vue: a declaration in its style',
    file: 'App.vue',
    edit: component({ op: 'style', style: { op: 'rule', selector: '.bed', declarations: { margin: '0' } } }),
    code: '<template><main /></template>\n\n<style scoped>\n.bed {\n  color: red;\n«  margin: 0;\n»}\n</style>\n',
  },
  {
    title: 'Vue: a member of its options',
    file: 'App.vue',
    edit: component({
      op: 'script',
      setup: false,
      script: { op: 'entry', address: { pointer: '/components' }, key: 'Beans', code: 'Beans' },
    }),
    code: '<script>\nexport default {\n  components: { Peas«, Beans: Beans» },\n}\n</script>\n',
  },
  {
    title: 'Vue: a child in the template',
    file: 'App.vue',
    edit: component({ op: 'template-child', element: 'main', code: '<Beans />' }),
    code: '<template>\n  <main>\n    <Peas v-if="a > b" />\n«    <Beans />\n»  </main>\n</template>\n',
  },
  {
    title: 'Vue: an element around another one',
    file: 'App.vue',
    edit: component({ op: 'template-wrap', element: 'main', open: '<Shed>', close: '</Shed>' }),
    code: '<template>\n  «<Shed>\n    »<main>\n«  »    text\n«  »  </main>«\n  </Shed>»\n</template>\n',
  },
  {
    title: 'Vue: two elements of that name',
    file: 'App.vue',
    edit: component({ op: 'template-child', element: 'main', code: '<Beans />' }),
    refused: 'more than once',
    code: '<template><main></main><main></main></template>\n',
  },
  {
    title: 'Vue: a template in another language',
    file: 'App.vue',
    edit: component({ op: 'template-child', element: 'main', code: '<Beans />' }),
    refused: 'no template in HTML',
    code: '<template lang="pug">\nmain\n</template>\n',
  },

  {
    title: 'XML: a dependency',
    file: 'pom.xml',
    edit: {
      format: 'xml',
      operation: {
        op: 'element',
        path: ['project', 'dependencies'],
        name: 'dependency',
        key: ['groupId', 'artifactId'],
        content: { groupId: 'org.garden', artifactId: 'beans', version: '1.0' },
      },
    },
    code: '<?xml version="1.0"?>\n<project>\n\t<dependencies>\n\t\t<dependency>\n\t\t\t<groupId>org.garden</groupId>\n\t\t\t<artifactId>peas</artifactId>\n\t\t</dependency> <!-- sown -->\n«\t\t<dependency>\n\t\t\t<groupId>org.garden</groupId>\n\t\t\t<artifactId>beans</artifactId>\n\t\t\t<version>1.0</version>\n\t\t</dependency>\n»\t</dependencies>\n</project>\n',
  },
  {
    title: 'XML: a section at its place',
    file: 'pom.xml',
    edit: {
      format: 'xml',
      operation: {
        op: 'text',
        path: ['project', 'properties', 'beans.version'],
        value: '1.0',
      },
    },
    code: '<project>\n  <modelVersion>4.0.0</modelVersion>\n«  <properties>\n    <beans.version>1.0</beans.version>\n  </properties>\n»  <dependencies/>\n</project>\n',
  },
  {
    title: 'XML: into an element that closes itself',
    file: 'a.xml',
    edit: { format: 'xml', operation: { op: 'text', path: ['garden', 'beds', 'count'], value: '3' } },
    code: '<garden>\n  <beds‹/>→>\n    <count>3</count>\n  </beds>›\n</garden>\n',
    removed: '<garden>\n</garden>\n',
  },
  {
    title: 'XML: a dependency of another version',
    file: 'pom.xml',
    edit: {
      format: 'xml',
      operation: {
        op: 'element',
        path: ['project', 'dependencies'],
        name: 'dependency',
        key: ['artifactId'],
        content: { artifactId: 'beans', version: '2' },
      },
    },
    refused: 'another <version>',
    code: '<project><dependencies><dependency><artifactId>beans</artifactId><version>1</version></dependency></dependencies></project>\n',
  },
  {
    title: 'XML: a text replaced',
    file: 'a.xml',
    edit: { format: 'xml', operation: { op: 'text', path: ['garden', 'beds'], value: '4 & more', replace: '3' } },
    code: '<garden>\n  <beds>‹3→4 &amp; more›</beds>\n</garden>\n',
    removed: '<garden>\n</garden>\n',
  },
  {
    title: 'XML: two elements on the way',
    file: 'a.xml',
    edit: { format: 'xml', operation: { op: 'text', path: ['garden', 'bed', 'row'], value: '1' } },
    refused: 'more than one',
    code: '<garden><bed/><bed/></garden>\n',
  },

  {
    title: 'PHP: an entry in the returned array',
    file: 'config.php',
    edit: {
      format: 'php',
      operation: { op: 'entry', array: 'returned', pointer: '', key: 'Garden\\Beans::class', code: "['all' => true]" },
    },
    code: "<?php\n\nreturn [\n    Garden\\Peas::class => ['all' => true],\n«    Garden\\Beans::class => ['all' => true],\n»];\n",
  },
  {
    title: 'PHP: an entry in an array inside',
    file: 'config.php',
    edit: { format: 'php', operation: { op: 'entry', array: 'returned', pointer: '/beds', key: "'beans'", code: '3' } },
    code: "<?php\nreturn array(\n    'beds' => array('peas' => 2«, 'beans' => 3»),\n);\n",
  },
  {
    title: 'PHP: an array inside that is not there',
    file: 'config.php',
    edit: { format: 'php', operation: { op: 'item', array: 'returned', pointer: '/beds', code: "'beans'" } },
    code: "<?php\nreturn [\n    'sheds' => [],\n«    'beds' => ['beans'],\n»];\n",
    removed: "<?php\nreturn [\n    'sheds' => [],\n    'beds' => [],\n];\n",
  },
  {
    title: 'PHP: an item in a property',
    file: 'Plot.php',
    edit: { format: 'php', operation: { op: 'item', array: { property: 'fillable' }, pointer: '', code: "'beans'" } },
    code: "<?php\n\nnamespace App;\n\nclass Plot extends Bed\n{\n    protected $fillable = ['peas'«, 'beans'»];\n}\n",
  },
  {
    title: 'PHP: an entry in what a method returns',
    file: 'Plot.php',
    edit: {
      format: 'php',
      operation: { op: 'entry', array: { method: 'casts' }, pointer: '', key: "'sown'", code: "'date'" },
    },
    code: "<?php\nclass Plot\n{\n    protected function casts(): array\n    {\n        return [\n            'beds' => 'int',\n«            'sown' => 'date',\n»        ];\n    }\n}\n",
  },
  {
    title: 'PHP: an import in order',
    file: 'a.php',
    edit: { format: 'php', operation: { op: 'use', name: 'Garden\\Beans' } },
    code: '<?php\n\nnamespace App;\n\nuse Garden\\Apple;\n«use Garden\\Beans;\n»use Garden\\Carrot;\n\nclass A {}\n',
  },
  {
    title: 'PHP: the first import',
    file: 'a.php',
    edit: { format: 'php', operation: { op: 'use', name: 'Garden\\Beans' } },
    code: '<?php\n\ndeclare(strict_types=1);\n\nnamespace App;«\n\nuse Garden\\Beans;»\n\nclass A {}\n',
    removed: '<?php\n\ndeclare(strict_types=1);\n\nnamespace App;\n\n\nclass A {}\n',
  },
  {
    title: 'PHP: an import whose short name is taken',
    file: 'a.php',
    edit: { format: 'php', operation: { op: 'use', name: 'Garden\\Beans' } },
    refused: 'means',
    code: '<?php\nuse Shed\\Beans;\n',
  },
  {
    title: 'PHP: a route',
    file: 'routes.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', code: "Route::get('/beds', [BedController::class, 'index']);" },
    },
    code: "<?php\n\nuse Garden\\BedController;\n\nRoute::get('/', fn () => view('home')); // home\n«Route::get('/beds', [BedController::class, 'index']);\n»",
  },
  {
    title: 'PHP: a route before the one for all others',
    file: 'routes.php',
    edit: {
      format: 'php',
      operation: { op: 'statement', code: "Route::get('/beds', 'beds');", before: ['Route::fallback'] },
    },
    code: "<?php\nRoute::get('/', 'home');\n«Route::get('/beds', 'beds');\n»Route::fallback(fn () => abort(404));\n",
  },
  {
    title: 'PHP: a route in a function that is returned',
    file: 'routes.php',
    edit: { format: 'php', operation: { op: 'statement', in: 'returned', code: "$routes->import('beds.php');" } },
    code: "<?php\nreturn function (Routes $routes): void {\n    $routes->import('plots.php');\n«    $routes->import('beds.php');\n»};\n",
  },
  {
    title: 'PHP: an array that is computed',
    file: 'config.php',
    edit: { format: 'php', operation: { op: 'item', array: 'returned', pointer: '', code: "'beans'" } },
    refused: 'computed',
    code: '<?php\nreturn array_merge($a, $b);\n',
  },
  {
    title: 'PHP: an entry with another value',
    file: 'config.php',
    edit: { format: 'php', operation: { op: 'entry', array: 'returned', pointer: '', key: "'beds'", code: '3' } },
    refused: 'another value',
    code: "<?php\nreturn ['beds' => 4];\n",
  },
  {
    title: 'PHP: an entry that may be spread in',
    file: 'config.php',
    edit: { format: 'php', operation: { op: 'entry', array: 'returned', pointer: '', key: "'beds'", code: '3' } },
    refused: 'spread in',
    code: '<?php\nreturn [...$base];\n',
  },
];
