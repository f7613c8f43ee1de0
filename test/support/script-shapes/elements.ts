import type { AugmentOperation, ElementOperation } from '../../../src/core/formats/script/operations.ts';
import type { ScriptShape } from './shape.ts';

const PROVIDER = { from: 'beans', named: { BeansProvider: 'BeansProvider' } };
const WRAP: ElementOperation = {
  op: 'wrap-element',
  element: { argument: 'render' },
  open: '<BeansProvider>',
  close: '</BeansProvider>',
  imports: [PROVIDER],
};
const CHILD: ElementOperation = {
  op: 'child-element',
  element: { name: 'main' },
  code: '<Beans />',
  imports: [{ from: './Beans', default: 'Beans' }],
};
const REPLACE: ElementOperation = {
  op: 'replace-element',
  element: { argument: 'render' },
  was: '<App />',
  code: '<RouterProvider router={router} />',
  imports: [{ from: 'paths', named: { RouterProvider: 'RouterProvider' } }],
};
const AUGMENT: AugmentOperation = { op: 'augment', module: 'paths', interface: 'Meta', members: ['title: string'] };
const HEAD = "import { createRoot } from 'react-dom/client'\n«import { BeansProvider } from 'beans'\n»";

/** JSX elements and types of other modules. */
export const ELEMENTS: ScriptShape[] = [
  {
    title: 'a provider around the root, on one line',
    file: 'main.jsx',
    operation: WRAP,
    code: `${HEAD}createRoot(root).render(«<BeansProvider>»<App />«</BeansProvider>»)\n`,
  },
  {
    title: 'a provider around the root, on lines of its own',
    file: 'main.tsx',
    operation: WRAP,
    code: `${HEAD}createRoot(root!).render(\n  «<BeansProvider>\n    »<StrictMode>\n  «  »  <App />\n  «  »</StrictMode>«\n  </BeansProvider>»,\n)\n`
      .replaceAll('  «  »  <App', '«  »    <App')
      .replaceAll('  «  »</Strict', '«  »  </Strict'),
  },
  {
    title: 'a provider in what a component returns',
    file: 'App.jsx',
    operation: { ...WRAP, element: { returned: 'default' } },
    code: "«import { BeansProvider } from 'beans'\n\n»export default function App() {\n  return «(\n    <BeansProvider>\n      »<Plots />«\n    </BeansProvider>\n  )»\n}\n",
  },
  {
    title: 'a provider around children',
    file: 'layout.tsx',
    operation: { ...WRAP, element: { name: 'body' }, inside: true },
    code: "«import { BeansProvider } from 'beans'\n\n»export default function Layout({ children }) {\n  return (\n    <html>\n      <body>«<BeansProvider>»{children}«</BeansProvider>»</body>\n    </html>\n  )\n}\n",
  },
  {
    title: 'a provider that is there',
    file: 'main.jsx',
    operation: WRAP,
    already: true,
    code: "import { BeansProvider as B } from 'beans'\nrender(<B><App /></B>)\n",
  },
  {
    title: 'two returned elements',
    file: 'App.jsx',
    operation: { ...WRAP, element: { returned: 'default' } },
    refused: 'several elements',
    code: 'export default function App() {\n  if (wet) return <Shed />\n  return <Plots />\n}\n',
  },
  {
    title: 'a component in `memo`',
    file: 'App.jsx',
    operation: { ...WRAP, element: { returned: 'default' } },
    code: "«import { BeansProvider } from 'beans'\n\n»export default memo(() => «<BeansProvider>»<Plots />«</BeansProvider>»)\n",
  },
  {
    title: 'a child',
    file: 'App.jsx',
    operation: CHILD,
    code: "«import Beans from './Beans'\n\n»export const App = () => (\n  <main>\n    <Plots />\n«    <Beans />\n»  </main>\n)\n",
  },
  {
    title: 'the first child',
    file: 'App.jsx',
    operation: { ...CHILD, place: 'first' },
    code: "«import Beans from './Beans'\n\n»export const App = () => <main>«<Beans />»<Plots /></main>\n",
  },
  {
    title: 'the child of an element without any',
    file: 'App.jsx',
    operation: CHILD,
    code: "«import Beans from './Beans'\n\n»export const App = () => <main‹ />→><Beans /></main>›\n",
    removed: 'export const App = () => <main></main>\n',
  },
  {
    title: 'two elements of that name',
    file: 'App.jsx',
    operation: CHILD,
    refused: 'more than once',
    code: 'export const App = () => <><main /><main /></>\n',
  },
  {
    title: 'an element replaced',
    file: 'main.jsx',
    operation: REPLACE,
    code: "import App from './App'\n«import { RouterProvider } from 'paths'\n»render(‹<App />→<RouterProvider router={router} />›)\n".replace(
      "import App from './App'\n«import { RouterProvider } from 'paths'\n»",
      "import App from './App'\n«import { RouterProvider } from 'paths'\n»",
    ),
  },
  {
    title: 'an element that is not as expected',
    file: 'main.jsx',
    operation: REPLACE,
    refused: 'not written as',
    code: "render(<App theme='dark' />)\n",
  },

  {
    title: 'members for another module’s type',
    file: 'types.ts',
    operation: AUGMENT,
    code: "import 'paths'\n«\ndeclare module 'paths' {\n  interface Meta {\n    title: string\n  }\n}\n»",
  },
  {
    title: 'members beside others',
    file: 'types.ts',
    operation: AUGMENT,
    code: "import 'paths'\n\ndeclare module 'paths' {\n  interface Meta {\n    shed?: boolean\n«    title: string\n»  }\n}\n",
  },
  {
    title: 'another interface of the module',
    file: 'types.ts',
    operation: AUGMENT,
    code: "export {}\n\ndeclare module 'paths' {\n  interface Route {}\n«  interface Meta {\n    title: string\n  }\n»}\n",
  },
  {
    title: 'a global type',
    file: 'types.ts',
    operation: { ...AUGMENT, module: 'global', interface: 'Window' },
    code: 'export {};\n«\ndeclare global {\n  interface Window {\n    title: string;\n  }\n}\n»',
  },
  {
    title: 'a file that is no module yet',
    file: 'env.d.ts',
    operation: AUGMENT,
    code: '/// <reference types="tool/client" />\n«export {}\n\ndeclare module \'paths\' {\n  interface Meta {\n    title: string\n  }\n}\n»',
    removed: '/// <reference types="tool/client" />\nexport {}\n',
  },
  {
    title: 'a member of another type',
    file: 'types.ts',
    operation: AUGMENT,
    refused: 'of another type',
    code: "export {}\ndeclare module 'paths' {\n  interface Meta {\n    title: number\n  }\n}\n",
  },
  { title: 'types in a plain script', file: 'types.js', operation: AUGMENT, refused: 'TypeScript', code: 'run()\n' },
];
