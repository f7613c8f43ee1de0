import type { ItemOperation } from '../../../src/core/formats/script/operations.ts';
import type { ScriptShape } from './shape.ts';

const BEANS = { from: 'beans', default: 'beans' };
const ITEM: ItemOperation = {
  op: 'item',
  address: {
    pointer: '/plugins',
    helpers: ['defineConfig'],
    merges: ['mergeConfig'],
    keys: ['plugins', 'base', 'server'],
  },
  code: 'beans()',
  imports: [BEANS],
};
const FLAT: ItemOperation = {
  op: 'item',
  address: { pointer: '', helpers: ['defineConfig'], variadic: ['garden.config'] },
  code: '...beans.configs.recommended',
  imports: [BEANS],
};
const LAST: ItemOperation = { ...FLAT, code: 'beans', place: 'last' };
const ROUTE: ItemOperation = {
  op: 'item',
  address: { pointer: '/routes', root: { call: { from: 'paths', name: 'createRouter' }, argument: 0 } },
  code: "{ path: '/beds', component: Beds }",
  imports: [{ from: './Beds', default: 'Beds' }],
  unique: 'path',
  before: [{ key: 'path', value: '*' }],
};
const IMPORT = "«import beans from 'beans'\n\n»";

/** Items of lists: plugins, flat configurations, routes, providers. */
export const LISTS: ScriptShape[] = [
  { title: 'a plain export', operation: ITEM, code: `${IMPORT}export default { plugins: [«beans()»] }\n` },
  {
    title: 'a helper around the object',
    operation: ITEM,
    code: "import { defineConfig } from 'tool'\n«import beans from 'beans'\n»export default defineConfig({ plugins: [peas()«, beans()»] })\n",
  },
  {
    title: 'an object without the list',
    operation: ITEM,
    code: `${IMPORT}export default {\n  base: '/',\n«  plugins: [beans()],\n»}\n`,
    removed: "export default {\n  base: '/',\n  plugins: [],\n}\n",
  },
  {
    title: 'an arrow that returns it',
    operation: ITEM,
    code: `${IMPORT}export default () => ({ plugins: [peas()«, beans()»] })\n`,
  },
  {
    title: 'an async function in a helper',
    operation: ITEM,
    code: `${IMPORT}export default defineConfig(async ({ mode }) => {\n  const seeds = await load(mode)\n  return { plugins: [seeds«, beans()»] }\n})\n`,
  },
  {
    title: 'a function declaration',
    operation: ITEM,
    code: `${IMPORT}export default function config() {\n  return {\n    plugins: [\n      peas(),\n«      beans(),\n»    ],\n  }\n}\n`,
  },
  {
    title: 'a variable',
    operation: ITEM,
    code: `${IMPORT}const config = { plugins: [peas()«, beans()»] }\nexport default config\n`,
  },
  {
    title: 'a list in a variable of its own',
    operation: ITEM,
    code: `${IMPORT}const plugins = [peas()«, beans()»]\nexport default { plugins }\n`,
  },
  {
    title: '`satisfies`',
    file: 'config.ts',
    operation: ITEM,
    code: `${IMPORT}export default { plugins: [«beans()»] } satisfies Config\n`,
  },
  {
    title: '`as`',
    file: 'config.ts',
    operation: ITEM,
    code: `${IMPORT}export default { plugins: [«beans()»] } as Config\n`,
  },
  {
    title: '`module.exports`',
    operation: ITEM,
    code: "«const beans = require('beans')\n\n»module.exports = { plugins: [«beans()»] }\n",
  },
  {
    title: '`module.exports.default`',
    operation: ITEM,
    code: "«const beans = require('beans')\n\n»module.exports.default = { plugins: [«beans()»] }\n",
  },
  {
    title: '`export =`',
    file: 'config.cts',
    operation: ITEM,
    code: "import peas = require('peas')\n«import beans = require('beans')\n»export = { plugins: [peas()«, beans()»] }\n",
  },
  {
    title: '`export { config as default }`',
    operation: ITEM,
    code: `${IMPORT}const config = { plugins: [«beans()»] }\nexport { config as default }\n`,
  },
  {
    title: 'wrapper calls, nested',
    operation: ITEM,
    code: "import { withWell, withShed } from 'wrappers'\n«import beans from 'beans'\n»export default withWell(withShed({ plugins: [peas()«, beans()»] }))\n",
  },
  {
    title: 'a wrapper with options of its own',
    operation: ITEM,
    code: "import { withWell } from 'wrappers'\n«import beans from 'beans'\n»export default withWell({ plugins: [«beans()»] }, { depth: 3 })\n",
  },
  {
    title: 'a merge helper',
    operation: ITEM,
    code: "import { mergeConfig } from 'tool'\nimport base from './base'\n«import beans from 'beans'\n»export default mergeConfig(base, { plugins: [peas()«, beans()»] })\n".replace(
      "import base from './base'\n«import beans from 'beans'\n»",
      "«import beans from 'beans'\n»import base from './base'\n",
    ),
  },
  {
    title: '`Object.assign`',
    operation: ITEM,
    code: `${IMPORT}export default Object.assign({ base: '/' }, { plugins: [peas()«, beans()»] })\n`,
  },
  {
    title: 'a spread of a local object that has it',
    operation: ITEM,
    code: `${IMPORT}const shared = { plugins: [peas()«, beans()»] }\nexport default { ...shared, base: '/' }\n`,
  },
  {
    title: '`[…].filter(Boolean)`',
    operation: ITEM,
    code: `${IMPORT}export default { plugins: [on && peas()«, beans()»].filter(Boolean) }\n`,
  },
  {
    title: '`[...base, x]`',
    operation: ITEM,
    code: `${IMPORT}const base = [peas()]\nexport default { plugins: [...base, kale()«, beans()»] }\n`,
  },
  {
    title: 'conditional elements',
    operation: ITEM,
    code: `${IMPORT}export default { plugins: [...(on ? [peas()] : [])«, beans()»] }\n`,
  },
  {
    title: 'nested lists',
    operation: ITEM,
    code: `${IMPORT}export default { plugins: [[peas(), kale()]«, beans()»] }\n`,
  },
  {
    title: '`Promise.all`',
    operation: ITEM,
    code: `${IMPORT}export default { plugins: Promise.all([peas()«, beans()»]) }\n`,
  },
  { title: 'a quoted key', operation: ITEM, code: `${IMPORT}export default { 'plugins': [peas()«, beans()»] }\n` },
  {
    title: 'several lines, no comma behind the last',
    operation: ITEM,
    code: `${IMPORT}export default {\n  plugins: [\n    peas()«,\n    beans()»\n  ]\n}\n`,
  },
  {
    title: 'a comment behind the last item',
    operation: ITEM,
    code: `${IMPORT}export default {\n  plugins: [\n    peas(), // sown in May\n«    beans(),\n»  ],\n}\n`,
  },
  {
    title: 'a condition inside the object’s function',
    operation: ITEM,
    code: `${IMPORT}export default ({ mode }) => {\n  if (mode === 'test') return config\n  return config\n}\nconst config = { plugins: [«beans()»] }\n`,
  },
  {
    title: 'the configuration handed to the tool',
    operation: ITEM,
    code: "«const beans = require('beans')\n\n»module.exports = function (tool) {\n  tool.set({ plugins: [peas()«, beans()»] })\n}\n",
  },
  {
    title: 'semicolons and double quotes',
    operation: ITEM,
    code: 'import { defineConfig } from "tool";\n«import beans from "beans";\n»export default defineConfig({ plugins: [«beans()»] });\n',
  },
  {
    title: 'tabs',
    operation: ITEM,
    code: `${IMPORT}export default {\n\tplugins: [\n\t\tpeas(),\n«\t\tbeans(),\n»\t],\n}\n`,
  },
  {
    title: 'a name that is taken',
    operation: ITEM,
    code:
      'const beans = 3\n'.replace('const', "«import beansBeans from 'beans'\n\n»const") +
      'export default { plugins: [«beansBeans()»] }\n',
  },
  {
    title: 'the import under another name',
    operation: ITEM,
    code: "import b from 'beans'\nexport default { plugins: [«b()»] }\n",
    removed: 'export default { plugins: [] }\n',
  },
  {
    title: 'the plugin is there',
    operation: ITEM,
    already: true,
    code: "import b from 'beans'\nexport default { plugins: [on && b()] }\n",
  },
  {
    title: 'the plugin is there, by `require`',
    operation: ITEM,
    already: true,
    code: "module.exports = { plugins: [require('beans')()] }\n",
  },
  {
    title: 'a list made elsewhere',
    operation: ITEM,
    refused: 'result of a call',
    code: "import { plugins } from './plugins'\nexport default { plugins: plugins() }\n",
  },
  {
    title: 'a list from another file',
    operation: ITEM,
    refused: 'comes from another file',
    code: "import { plugins } from './plugins'\nexport default { plugins }\n",
  },
  {
    title: 'a list chosen by a condition',
    operation: ITEM,
    refused: 'computed',
    code: 'export default { plugins: on ? [peas()] : [kale()] }\n',
  },
  {
    title: 'two returns with lists of their own',
    operation: ITEM,
    refused: 'several forms',
    code: 'export default (on) => {\n  if (on) return { plugins: [peas()] }\n  return { plugins: [kale()] }\n}\n',
  },
  {
    title: 'a spread of another file',
    operation: ITEM,
    refused: 'spread',
    code: "import base from './base'\nexport default { ...base }\n",
  },
  {
    title: 'a later assignment',
    operation: ITEM,
    refused: 'assigned separately',
    code: "const config = { base: '/' }\nconfig.plugins = [peas()]\nexport default config\n",
  },
  {
    title: 'a variable that is set again',
    operation: ITEM,
    refused: 'given another value',
    code: 'let plugins = []\nplugins = [peas()]\nexport default { plugins }\n',
  },
  {
    title: 'an unknown call',
    operation: ITEM,
    refused: 'result of a call',
    code: "import { make } from './make'\nexport default make({ folder: 'beds' })\n",
  },
  {
    title: 'a getter',
    operation: ITEM,
    refused: 'function of its own',
    code: 'export default { get plugins() { return [peas()] } }\n',
  },
  {
    title: 'a computed key',
    operation: ITEM,
    refused: 'computed key',
    code: "export default { [name]: [], base: '/' }\n",
  },
  {
    title: 'no export',
    operation: ITEM,
    refused: 'exports no configuration',
    code: 'const config = { plugins: [] }\n',
  },
  {
    title: 'two exports',
    operation: ITEM,
    refused: 'more than once',
    code: 'module.exports = { plugins: [] }\nmodule.exports = { plugins: [peas()] }\n',
  },

  {
    title: 'a flat list',
    operation: FLAT,
    code: `${IMPORT}export default [\n  peas,\n«  ...beans.configs.recommended,\n»]\n`,
  },
  {
    title: 'a flat list in a helper',
    operation: FLAT,
    code: "import { defineConfig } from 'tool'\n«import beans from 'beans'\n»export default defineConfig([peas«, ...beans.configs.recommended»])\n",
  },
  {
    title: 'a flat list as arguments',
    operation: FLAT,
    code: "import garden from 'garden'\n«import beans from 'beans'\n»export default garden.config(\n  peas,\n  { rules: {} }«,\n  ...beans.configs.recommended»\n)\n",
  },
  {
    title: 'one object in a helper that takes a list',
    operation: FLAT,
    refused: 'computed',
    code: "import { defineConfig } from 'tool'\nexport default defineConfig({ rules: {} })\n",
  },
  {
    title: 'a flat list in a CommonJS file',
    operation: FLAT,
    code: "«const beans = require('beans')\n\n»module.exports = [peas«, ...beans.configs.recommended»]\n",
  },
  {
    title: 'a flat list with `concat`',
    operation: FLAT,
    code: `${IMPORT}export default [«...beans.configs.recommended»].concat(peas)\n`,
  },
  {
    title: 'the last of a flat list',
    operation: LAST,
    code: `${IMPORT}export default [peas, { rules: {} }«, beans»]\n`,
  },
  {
    title: 'before another one’s item',
    operation: { ...FLAT, before: [{ from: 'peas' }] },
    code: "import kale from 'kale'\n«import beans from 'beans'\n»import peas from 'peas'\nexport default [kale«, ...beans.configs.recommended», peas]\n"
      .replace(
        "«import beans from 'beans'\n»import peas from 'peas'\n",
        "import peas from 'peas'\n«import beans from 'beans'\n»",
      )
      .replace('kale«, ...beans.configs.recommended», peas', 'kale, «...beans.configs.recommended, »peas'),
  },
  {
    title: 'the first of a flat list',
    operation: { ...FLAT, place: 'first' },
    code: `${IMPORT}export default [\n  «...beans.configs.recommended,\n  »peas,\n]\n`,
  },
  {
    title: 'an order that cannot be',
    operation: { ...FLAT, before: [{ from: 'peas' }], after: [{ from: 'kale' }] },
    refused: 'no place in the list',
    code: "import kale from 'kale'\nimport peas from 'peas'\nexport default [peas, kale]\n",
  },
  {
    title: 'one object instead of a flat list',
    operation: { ...FLAT, address: { pointer: '' } },
    refused: 'computed',
    code: 'export default { rules: {} }\n',
  },
  {
    title: 'one object where a list may be, too',
    operation: { ...FLAT, address: { pointer: '', flat: true } },
    code: `${IMPORT}export default «[»{ rules: {} }«, ...beans.configs.recommended]»\n`,
    removed: 'export default [{ rules: {} }]\n',
  },
  {
    title: 'a list that a call makes',
    operation: { ...FLAT, address: { pointer: '', flat: true } },
    code: "import peas from 'peas'\n«import beans from 'beans'\n»export default «[await »peas({ rows: 2 })«, ...beans.configs.recommended].flat()»\n",
    removed: "import peas from 'peas'\nexport default [await peas({ rows: 2 })].flat()\n",
  },
  {
    title: 'a list that a required call makes',
    operation: { ...FLAT, address: { pointer: '', flat: true }, code: "{ name: 'beans' }", imports: [] },
    code: "module.exports = «[»require('peas')({ rows: 2 })«, { name: 'beans' }].flat()»\n",
    removed: "module.exports = [require('peas')({ rows: 2 })].flat()\n",
  },

  {
    title: 'a route',
    operation: ROUTE,
    code: "import { createRouter } from 'paths'\n«import Beds from './Beds'\n»export const router = createRouter({ routes: [{ path: '/', component: Home }«, { path: '/beds', component: Beds }»] })\n",
  },
  {
    title: 'a route before the one for all others',
    operation: ROUTE,
    code: "import { createRouter } from 'paths'\n«import Beds from './Beds'\n»const routes = [\n  { path: '/', component: Home },\n  «{ path: '/beds', component: Beds },\n  »{ path: '*', component: Lost },\n]\ncreateRouter({ routes })\n",
  },
  {
    title: 'a path that has a route',
    operation: ROUTE,
    refused: 'same "path"',
    code: "import { createRouter } from 'paths'\ncreateRouter({ routes: [{ path: '/beds', component: Plots }] })\n",
  },
  {
    title: 'a router made with `new`',
    operation: {
      ...ROUTE,
      address: { pointer: '/routes', root: { call: { from: 'paths', name: 'default' }, argument: 0 } },
    },
    code: "import Router from 'paths'\n«import Beds from './Beds'\n»export default new Router({ mode: 'history', routes: [«{ path: '/beds', component: Beds }»] })\n",
  },
  {
    title: 'a route table as an argument',
    operation: {
      ...ROUTE,
      address: { pointer: '', root: { call: { from: 'paths', name: 'createPaths' }, argument: 0 } },
    },
    file: 'routes.tsx',
    code: "import { createPaths } from 'paths'\n«import Beds from './Beds'\n»export const paths = createPaths([\n  { path: '/', element: <Home /> },\n«  { path: '/beds', component: Beds },\n»])\n",
  },
  {
    title: 'a route table by its name',
    operation: { ...ROUTE, address: { pointer: '', root: { export: 'routes' } } },
    file: 'routes.ts',
    code: "«import Beds from './Beds'\n\n»export const routes: Routes = [«{ path: '/beds', component: Beds }»]\n",
  },
  {
    title: 'two routers',
    operation: ROUTE,
    refused: 'called more than once',
    code: "import { createRouter } from 'paths'\ncreateRouter({ routes: [] })\ncreateRouter({ routes: [] })\n",
  },
  {
    title: 'a list in a decorator',
    file: 'app.ts',
    operation: {
      op: 'item',
      address: { pointer: '/imports', root: { decorator: { from: 'frame', name: 'Module' } } },
      code: 'BeansModule',
      imports: [{ from: 'beans', named: { BeansModule: 'BeansModule' } }],
    },
    code: "import { Module } from 'frame'\n«import { BeansModule } from 'beans'\n»@Module({ imports: [PeasModule«, BeansModule»] })\nexport class App {}\n",
  },
  {
    title: 'a list in a decorator, not there yet',
    file: 'app.ts',
    operation: {
      op: 'item',
      address: { pointer: '/imports', root: { decorator: { from: 'frame', name: 'Module' } } },
      code: 'BeansModule',
      imports: [{ from: 'beans', named: { BeansModule: 'BeansModule' } }],
    },
    code: "import { Module } from 'frame'\n«import { BeansModule } from 'beans'\n»@Module({«\n  imports: [BeansModule],\n»})\nexport class App {}\n",
    removed: "import { Module } from 'frame'\n@Module({\n  imports: [],\n})\nexport class App {}\n",
  },
  {
    title: 'two decorated classes',
    file: 'app.ts',
    operation: {
      op: 'item',
      address: { pointer: '/imports', root: { decorator: { from: 'frame', name: 'Module' } } },
      code: 'BeansModule',
      imports: [],
    },
    refused: 'more than one class',
    code: "import { Module } from 'frame'\n@Module({ imports: [] })\nexport class App {}\n@Module({ imports: [] })\nexport class Shed {}\n",
  },
  {
    title: 'a provider list in a call',
    file: 'main.ts',
    operation: {
      op: 'item',
      address: { pointer: '/providers', root: { call: { from: 'frame', name: 'start' }, argument: 1 } },
      code: 'provideBeans()',
      imports: [{ from: 'beans', named: { provideBeans: 'provideBeans' } }],
    },
    code: "import { start } from 'frame'\n«import { provideBeans } from 'beans'\n»start(App, {\n  providers: [\n    providePeas(),\n«    provideBeans(),\n»  ],\n})\n",
  },
  {
    title: 'a provider list by its name',
    file: 'config.ts',
    operation: {
      op: 'item',
      address: { pointer: '/providers', root: { export: 'appConfig' } },
      code: 'provideBeans()',
      imports: [{ from: 'beans', named: { provideBeans: 'provideBeans' } }],
    },
    code: "import type { Config } from 'frame'\n«import { provideBeans } from 'beans'\n»export const appConfig: Config = { providers: [«provideBeans()»] }\n",
  },
];
