import type {
  ChainOperation,
  RegisterOperation,
  ScriptOperation,
  WrapOperation,
} from '../../../src/core/formats/script/operations.ts';
import type { ScriptShape } from './shape.ts';

const BEANS = { from: 'beans', default: 'beans' };
const imported = (spec: object): ScriptOperation => ({ op: 'import', import: { from: 'beans', ...spec } });
const WRAP: WrapOperation = {
  op: 'wrap',
  call: 'withBeans',
  imports: [{ from: 'beans', named: { withBeans: 'withBeans' } }],
};
const CHAIN: ChainOperation = {
  op: 'chain',
  on: { from: 'vue', name: 'createApp', as: 'app', fluent: ['use'] },
  call: 'use(router)',
  before: ['mount'],
  imports: [{ from: './router', named: { router: 'router' } }],
};
const SERVER = { from: 'express', name: 'default', as: 'app' };
const AUTH: RegisterOperation = {
  op: 'register',
  on: SERVER,
  call: 'use(beans())',
  phase: 'routes',
  parsers: ['json', 'urlencoded'],
  imports: [BEANS],
};
const APP = "const express = require('express')\n«const beans = require('beans')\n»const app = express()\n";

/** Imports, entries, wrapped exports, statements, chains, registered handlers. */
export const STATEMENTS: ScriptShape[] = [
  {
    title: 'an import for its effect',
    operation: imported({}),
    code: "import { a } from 'a'\n«import 'beans'\n»a()\n",
  },
  {
    title: 'a default import',
    operation: imported({ default: 'beans' }),
    code: "«import beans from 'beans'\n\n»run()\n",
  },
  {
    title: 'a named import, merged',
    operation: imported({ named: { bed: 'bed' } }),
    code: "import { row«, bed» } from 'beans'\n",
  },
  {
    title: 'a named import, merged in order',
    operation: imported({ named: { bed: 'bed' } }),
    code: "import { «bed, »plot, row } from 'beans'\n",
  },
  {
    title: 'a named import beside a default one',
    operation: imported({ named: { bed: 'bed' } }),
    code: "import beans«, { bed }» from 'beans'\n",
  },
  {
    title: 'a default import beside named ones',
    operation: imported({ default: 'beans' }),
    code: "import «beans, »{ row } from 'beans'\n",
  },
  {
    title: 'a namespace import',
    operation: imported({ namespace: 'beans' }),
    code: "import { row } from 'beans'\n«import * as beans from 'beans'\n»",
  },
  {
    title: 'a type-only import',
    file: 'a.ts',
    operation: imported({ named: { Bed: 'Bed' }, typeOnly: true }),
    code: "import { row } from 'beans'\n«import type { Bed } from 'beans'\n»",
  },
  {
    title: 'a type-only import, merged',
    file: 'a.ts',
    operation: imported({ named: { Bed: 'Bed' }, typeOnly: true }),
    code: "import type { Row«, Bed» } from 'beans'\n",
  },
  {
    title: 'an import where only its type is imported',
    file: 'a.ts',
    operation: imported({ named: { Bed: 'Bed' } }),
    code: "import type { Row } from 'beans'\n«import { Bed } from 'beans'\n»",
  },
  {
    title: 'a require',
    operation: imported({ default: 'beans' }),
    code: "const peas = require('peas')\n«const beans = require('beans')\n»module.exports = {}\n",
  },
  {
    title: 'a require of names, merged',
    operation: imported({ named: { bed: 'bed' } }),
    code: "const { row«, bed» } = require('beans')\nmodule.exports = {}\n",
  },
  {
    title: 'imports in order',
    operation: imported({ default: 'beans' }),
    code: "import apple from 'apple'\n«import beans from 'beans'\n»import carrot from 'carrot'\nimport leek from 'leek'\n",
  },
  {
    title: 'imports in groups',
    operation: imported({ default: 'beans' }),
    code: "import apple from 'apple'\n«import beans from 'beans'\n»\nimport { plots } from './plots'\n",
  },
  {
    title: 'a first line for the shell',
    operation: imported({}),
    code: "#!/usr/bin/env node\n«import 'beans'\n\n»run()\n",
    removed: '#!/usr/bin/env node\n\nrun()\n',
  },
  {
    title: 'a directive',
    operation: imported({}),
    code: "'use client'\n«import 'beans'\n\n»run()\n",
    removed: "'use client'\n\nrun()\n",
  },
  {
    title: 'a licence',
    operation: imported({}),
    code: "/* Copyright the society */\n«import 'beans'\n\n»run()\n",
    removed: '/* Copyright the society */\n\nrun()\n',
  },
  {
    title: 'an import that is there',
    operation: imported({ default: 'beans' }),
    already: true,
    code: "import pulses from 'beans'\n",
  },

  {
    title: 'an entry',
    operation: { op: 'entry', address: { pointer: '/server' }, key: 'port', code: '4000' },
    code: 'export default {\n  server: {\n    open: true,\n«    port: 4000,\n»  },\n}\n',
  },
  {
    title: 'an entry in an object that is not there',
    operation: { op: 'entry', address: { pointer: '/server' }, key: 'port', code: '4000' },
    code: 'export default {«\n  server: { port: 4000 },\n»}\n',
    removed: 'export default {\n  server: {},\n}\n',
  },
  {
    title: 'an entry that is there',
    operation: { op: 'entry', address: { pointer: '/server' }, key: 'port', code: '4000' },
    already: true,
    code: 'export default { server: { port: 4000 } }\n',
  },
  {
    title: 'an entry with another value',
    operation: { op: 'entry', address: { pointer: '/server' }, key: 'port', code: '4000' },
    refused: 'another value',
    code: 'export default { server: { port: 80 } }\n',
  },
  {
    title: 'an entry that may be replaced',
    operation: { op: 'entry', address: { pointer: '/server' }, key: 'port', code: '4000', replace: '80' },
    code: 'export default { server: { port: ‹80→4000› } }\n',
    removed: 'export default { server: {} }\n',
  },

  {
    title: 'a wrapped export',
    operation: WRAP,
    code: "«import { withBeans } from 'beans'\n\n»export default «withBeans(»{ base: '/' }«)»\n",
  },
  {
    title: 'a wrapped variable',
    operation: WRAP,
    code: "«const { withBeans } = require('beans')\n\n»const config = {}\nmodule.exports = «withBeans(»config«)»\n",
  },
  {
    title: 'a wrapper around a wrapper',
    operation: WRAP,
    code: "import { withPeas } from 'peas'\n«import { withBeans } from 'beans'\n»export default «withBeans(»withPeas({})«)»\n",
  },
  {
    title: 'a wrapper with options',
    operation: { ...WRAP, more: '{ quiet: true }' },
    code: "«import { withBeans } from 'beans'\n\n»export default «withBeans(»{}«, { quiet: true })»\n",
  },
  {
    title: 'a wrapper that is made first',
    operation: { ...WRAP, call: 'withBeans({ rows: 2 })' },
    code: "«import { withBeans } from 'beans'\n\n»export default «withBeans({ rows: 2 })(»{}«)»\n",
  },
  {
    title: 'a wrapped function',
    operation: WRAP,
    code: "«import { withBeans } from 'beans'\n\n»export default «withBeans(»async function config() {\n  return {}\n}«)»\n",
  },
  {
    title: 'wrapped already',
    operation: WRAP,
    already: true,
    code: "import { withBeans } from 'beans'\nexport default withBeans({})\n",
  },
  { title: 'a class', operation: WRAP, refused: 'a class', code: 'export default class Shed {}\n' },
  {
    title: 'an export by a list of names',
    operation: WRAP,
    refused: 'list of names',
    code: 'const config = {}\nexport { config as default }\n',
  },

  {
    title: 'a statement behind the imports',
    operation: { op: 'statement', code: 'beans.sow();', side: 'after', anchor: 'imports', imports: [BEANS] },
    code: "import peas from 'peas'\n«import beans from 'beans'\n\nbeans.sow()\n»\npeas()\n",
  },
  {
    title: 'a statement at the end',
    operation: { op: 'statement', code: 'sow();', side: 'after', anchor: 'end' },
    code: 'run()\n«\nsow()\n»',
  },
  {
    title: 'a statement before a call',
    operation: { op: 'statement', code: 'app.sow();', side: 'before', anchor: { calls: 'listen', on: SERVER } },
    code: "import express from 'express'\nconst server = express()\n«server.sow()\n»server.listen(3000)\n",
  },
  {
    title: 'a statement behind what makes a thing',
    operation: { op: 'statement', code: 'app.sow();', side: 'after', anchor: { makes: SERVER } },
    code: "import express from 'express'\nexport function make() {\n  const app = express()\n«  app.sow()\n»  return app\n}\n",
  },
  {
    title: 'a thing that is not made here',
    operation: { op: 'statement', code: 'app.sow();', side: 'after', anchor: { makes: SERVER } },
    refused: 'does not call',
    code: "import { app } from './app'\napp.listen(3000)\n",
  },

  {
    title: 'a call in a chain',
    operation: CHAIN,
    code: "import { createApp } from 'vue'\n«import { router } from './router'\n»createApp(App)«.use(router)».mount('#app')\n",
  },
  {
    title: 'a call in a chain of lines',
    operation: CHAIN,
    code: "import { createApp } from 'vue'\n«import { router } from './router'\n»createApp(App)\n  .use(store)\n«  .use(router)\n»  .mount('#app')\n",
  },
  {
    title: 'a call on a thing with a name',
    operation: CHAIN,
    code: "import { createApp } from 'vue'\n«import { router } from './router'\n»const app = createApp(App)\n«app.use(router)\n»app.mount('#app')\n",
  },
  {
    title: 'behind what is registered already',
    operation: CHAIN,
    code: "import { createApp } from 'vue';\n«import { router } from './router';\n»const garden = createApp(App);\n\ngarden.use(store);\n«garden.use(router);\n»\ngarden.mount('#app');\n",
  },
  {
    title: 'mounted later',
    operation: CHAIN,
    code: "import { createApp } from 'vue'\n«import { router } from './router'\n»const app = createApp(App)\n«app.use(router)\n»ready().then(() => app.mount('#app'))\n",
  },
  {
    title: 'a function that gives it back',
    operation: CHAIN,
    code: "import { createApp } from 'vue'\n«import { router } from './router'\n»export function make() {\n  const app = createApp(App)\n«  app.use(router)\n»  return { app }\n}\n",
  },
  {
    title: 'used already',
    operation: CHAIN,
    already: true,
    code: "import { createApp } from 'vue'\nimport { router as paths } from './router'\ncreateApp(App).use(paths).mount('#app')\n",
  },
  {
    title: 'two of them',
    operation: CHAIN,
    refused: 'more than once',
    code: "import { createApp } from 'vue'\nconst a = createApp(App)\nconst b = createApp(Shed)\na.mount('#a')\nb.mount('#b')\n",
  },

  {
    title: 'a handler before the one for what is not found',
    operation: AUTH,
    code: `${APP}app.use(express.json())\napp.use('/plots', plots)\n«app.use(beans())\n»app.use((req, res) => res.status(404).send('no such bed'))\napp.listen(3000)\n`,
  },
  {
    title: 'a handler before the one for errors',
    operation: AUTH,
    code: `${APP}app.get('/', home)\n«app.use(beans())\n»\napp.use(function (err, req, res, next) {\n  res.status(500).end()\n})\nmodule.exports = app\n`,
  },
  {
    title: 'a handler before one that passes on an error',
    operation: AUTH,
    code: `${APP}app.use('/', index)\n«app.use(beans())\n»\n// nothing grows here\napp.use(function (req, res, next) {\n  next(createError(404))\n})\n`,
  },
  {
    title: 'a handler before one that is declared elsewhere',
    operation: AUTH,
    code: `${APP}app.use('/', index)\n«app.use(beans())\n»app.use(lost)\nfunction lost(req, res) {\n  res.sendStatus(404)\n}\n`,
  },
  {
    title: 'a handler before one that is imported',
    operation: AUTH,
    code: "import express from 'express'\n«import beans from 'beans'\n»import { notFound, errorHandler } from './handlers.js'\nconst app = express()\napp.use('/plots', plots)\n«app.use(beans())\n»app.use(notFound)\napp.use(errorHandler)\nexport default app\n",
  },
  {
    title: 'a handler before the page for every path',
    operation: AUTH,
    code: `${APP}app.use(express.static('dist'))\n«app.use(beans())\n»app.get('*', (req, res) => res.sendFile(page))\napp.listen(3000)\n`,
  },
  {
    title: 'a handler behind what parses bodies',
    operation: { ...AUTH, phase: 'parsed' },
    code: `${APP}app.use(express.json())\napp.use(express.urlencoded({ extended: false }))\n«app.use(beans())\n»app.use('/plots', plots)\n`,
  },
  {
    title: 'the first handler',
    operation: { ...AUTH, phase: 'first' },
    code: `${APP}app.set('view engine', 'pug')\n«app.use(beans())\n»app.use(express.json())\n`,
  },
  {
    title: 'a server in ES5',
    operation: AUTH,
    code: "var express = require('express');\n«var beans = require('beans');\n»var app = module.exports = express();\napp.use('/', index);\n«app.use(beans());\n»app.use(function (err, req, res, next) {});\n",
  },
  {
    title: 'a server made in a function',
    operation: AUTH,
    code: "import express from 'express'\n«import beans from 'beans'\n»export function serve() {\n  const app = express()\n  app.use('/', index)\n«  app.use(beans())\n»  return app\n}\n",
  },
  {
    title: 'bodies parsed too late',
    operation: AUTH,
    refused: 'parsed only behind',
    code: "const express = require('express')\nconst app = express()\napp.use((req, res) => res.sendStatus(404))\napp.use(express.json())\n",
  },
];
