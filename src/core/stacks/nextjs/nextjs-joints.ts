import type { Edit } from '../../edits/edit.ts';
import { wayTo } from '../../path-names.ts';
import path from 'node:path';
import type { Joint } from '../../joints/joint.ts';
import { blockedJoint } from '../../joints/joint.ts';
import { attributes } from '../../joints/app-joints.ts';
import { bootJoint, importEdit } from '../../joints/boot-joint.ts';
import { browserSources } from '../../joints/browser-sources.ts';
import { localImport } from '../../joints/local-import.ts';
import { elementsImport } from '../../joints/elements-import.ts';
import { configuredHeadJoint, templateHeadJoint } from '../../joints/head-joint.ts';
import { packageJoints } from '../../joints/package-joints.ts';
import { dataPostcssJoint, postcssJoint } from '../../joints/postcss-joint.ts';
import { sheetJoint } from '../../joints/sheet-joint.ts';
import { BY_MODE, byEnvironmentFiles, publicEnvironment } from '../../joints/public-environment.ts';
import { newFile } from '../../joints/config-file.ts';
import { fitFile } from '../../formats/script/fit-file.ts';
import { locateRoot } from '../../formats/script/locate.ts';
import { importText } from '../../formats/script/import-text.ts';
import type { Ground, StackReading } from '../../joints/ground.ts';
import { compilerPaths } from '../vite/vite-joints.ts';
import { pickSheet } from '../../joints/own-sheet.ts';
import { importsOf } from '../../joints/web-page.ts';

const ENDINGS = ['tsx', 'jsx', 'js', 'ts'];

/** The module around all pages: the root layout of the app router, or the app component of the pages router. */
interface Around {
  file: string;
  router: 'app' | 'pages';
  /** What it begins with where it is not there yet. */
  seed?: string;
}

/** The joints of an app built with Next.js (its docs: "Project structure", "Custom App"). */
export async function readNextjs(ground: Ground): Promise<StackReading> {
  const around = findAround(ground);
  const inSrc = ['src/app', 'src/pages'].some((folder) => ground.names(ground.inHost(folder)).length > 0);
  return {
    joints: [
      postcss(ground),
      ...(around ? aroundJoints(ground, around) : []),
      publicEnvironment(ground, { prefix: 'NEXT_PUBLIC_', files: BY_MODE }),
      ...(await packageJoints(ground, { expands: true })),
    ],
    absent: {
      'app.screen': 'makes its pages routes already, by their files',
      'bundler.plugins': 'has no list of plugins for its bundler',
    },
    traits: {
      sheets: ['scss', 'sass'],
      shownBy: 'component',
      sources: browserSources(ground),
      // Every source may have to be read for it.
      get elementsImport() {
        return elementsImport(ground);
      },
      elementsInPlain: true,
      readsEnvironment: true,
      publicEnvironment: byEnvironmentFiles('process.env.NEXT_PUBLIC_'),
      runtime: 'both',
      outputs: ['.next', 'out', 'next-env.d.ts', 'coverage'],
      bundler: { name: 'next', version: ground.versionOf('next') ?? '0.0.0' },
      folder: inSrc ? 'src' : '.',
      packagesInside: true,
      serverComponents: around?.router === 'app',
      pages: around && path.posix.relative(ground.workspace.folder, path.posix.dirname(around.file)),
      serve: { program: 'next', args: ['start', '--port', '{{port}}', '--hostname', '127.0.0.1'] },
    },
  };
}

/** Before its fourteenth line it looks for a configuration in a script only under the names of CommonJS. */
function postcss(ground: Ground): Joint {
  const joint = postcssJoint(ground, ground.workspace.folder);
  const major = Number(ground.versionOf('next')?.split('.')[0] ?? 14);
  return joint.state === 'makeable' && major < 14
    ? dataPostcssJoint(ground, ['postcss.config.json', '.postcssrc.json'])
    : joint;
}

function findAround(ground: Ground): Around | undefined {
  for (const top of ['app', 'src/app']) {
    const layout = ground.first(ENDINGS.map((ending) => ground.inHost(`${top}/layout.${ending}`)));
    if (layout !== undefined) return { file: layout, router: 'app' };
  }
  for (const top of ['pages', 'src/pages']) {
    const names = ground.names(ground.inHost(top));
    if (names.length === 0) continue;
    const app = ground.first(ENDINGS.map((ending) => ground.inHost(`${top}/_app.${ending}`)));
    if (app !== undefined) return { file: app, router: 'pages' };
    const ending =
      ground.workspace.language === 'ts' ? 'tsx' : names.some((name) => name.endsWith('.jsx')) ? 'jsx' : 'js';
    return { file: ground.inHost(`${top}/_app.${ending}`), router: 'pages', seed: newApp(ground) };
  }
  return undefined;
}

function newApp(ground: Ground): string {
  const { semicolons, indent, eol, quotes } = ground.workspace.style;
  const end = semicolons ? ';' : '';
  const quote = quotes === 'single' ? "'" : '"';
  const typed = ground.workspace.language === 'ts';
  return [
    ...(typed ? [`import type { AppProps } from ${quote}next/app${quote}${end}`, ''] : []),
    `export default function App({ Component, pageProps }${typed ? ': AppProps' : ''}) {`,
    `${indent}return <Component {...pageProps} />${end}`,
    '}',
    '',
  ].join(eol);
}

function aroundJoints(ground: Ground, { file, router, seed }: Around): Joint[] {
  const setup = { root: ground.workspace.folder, aliases: new Map(compilerPaths(ground)) };
  const { sheet, passedOver } = pickSheet(ground, importsOf(ground, setup, file).sheets);
  const folder = path.posix.dirname(file);
  const fresh = router === 'app' ? `${folder}/globals.css` : path.posix.join(folder, '../styles/globals.css');
  const target = sheet ?? (ground.has(fresh) ? fresh.replace('globals', 'site') : fresh);
  const load: Edit[] = sheet === undefined ? [importEdit(file, { from: wayTo(folder, target) }, seed)] : [];
  return [
    sheetJoint({ ground, sheet, target, load, by: file, passedOver }),
    router === 'app' ? appHead(ground, file) : documentHead(ground, file),
    bootJoint(ground, file, router === 'app' ? 'the root layout' : 'the app component', seed),
    routesJoint(ground, { file, router }),
    wrapJoint(ground, { file, router, ...(seed === undefined ? {} : { seed }) }),
  ];
}

/** The head that the metadata of the root layout says (Next.js, "Metadata": `other`). */
function appHead(ground: Ground, file: string): Joint {
  const text = ground.text(file) ?? '';
  if (/<head\b[^>]*(?<!\/)>/.test(text)) return templateHeadJoint(ground, file);
  const address = { pointer: '/other', root: { export: 'metadata' } };
  const located = locateRoot(text, address, { file, style: ground.workspace.style });
  return configuredHeadJoint({ file, text, seed: '' }, located, ({ meta, content }) => ({
    op: 'entry',
    address,
    key: meta,
    code: JSON.stringify(content),
  }));
}

/** The head around all pages of the pages router (Next.js, "Custom Document"). */
function documentHead(ground: Ground, app: string): Joint {
  const folder = path.posix.dirname(app);
  const file = ground.first(ENDINGS.map((ending) => `${folder}/_document.${ending}`));
  const fresh = `${folder}/_document${path.posix.extname(app)}`;
  return file === undefined ? templateHeadJoint(ground, fresh, newDocument(ground)) : templateHeadJoint(ground, file);
}

/** A document that is the one without it. */
function newDocument({ workspace: { style } }: Ground): string {
  const lines = [
    "import { Head, Html, Main, NextScript } from 'next/document';",
    '',
    'export default function Document() {',
    '  return (',
    '    <Html>',
    '      <Head>',
    '      </Head>',
    '      <body>',
    '        <Main />',
    '        <NextScript />',
    '      </body>',
    '    </Html>',
    '  );',
    '}',
    '',
  ];
  return fitFile(lines.join('\n'), '_document.jsx', style);
}

/** The joint "the server's routes": each is a file of its own (Next.js, "Route Handlers", "API Routes"). */
function routesJoint(ground: Ground, { file: frame, router }: Around): Joint {
  const folder = path.posix.dirname(frame);
  return {
    name: 'server.routes',
    state: 'makeable',
    file: `${folder}/api`,
    detail: router === 'app' ? 'a route handler for each' : 'an API route for each',
    tie(tie) {
      const { language } = ground.workspace;
      const file = `${folder}/${tie.route}${router === 'app' ? '/route' : ''}.${language}`;
      const imports = tie.imports.map((one) => importText(undefined, localImport(one, file, ground.workspace.folder)));
      const names = tie.methods.map((method) => `handler as ${method}`).join(', ');
      const code =
        router === 'app'
          ? [`const handler = ${tie.handler};`, '', `export { ${names} };`]
          : [`export default ${tie.handler};`];
      return [newFile(ground, file, [...imports, '', ...code, ''].join('\n'))];
    },
  };
}

function wrapJoint(ground: Ground, { file, router, seed }: Around): Joint {
  const text = seed ?? ground.text(file) ?? '';
  if (router === 'app' && !/<body\b/.test(text)) {
    return blockedJoint('app.around', file, 'the root layout', {
      reason: 'the root layout has no <body> of its own',
      handwork: 'Put the provider around {children} in the layout that has the <body>.',
    });
  }
  return {
    name: 'app.around',
    state: seed === undefined ? 'present' : 'makeable',
    file,
    detail: router === 'app' ? 'the body of the root layout' : 'what the app component returns',
    tie(tie) {
      const operation = {
        op: 'wrap-element' as const,
        element: router === 'app' ? { name: 'body' } : { returned: 'default' as const },
        ...(router === 'app' ? { inside: true } : {}),
        open: `<${tie.component}${attributes(tie.properties)}>`,
        close: `</${tie.component}>`,
        imports: tie.imports.map((one) => localImport(one, file, ground.workspace.folder)),
      };
      return [{ file, format: 'script', operation, ...(seed === undefined ? {} : { seed }) }];
    },
  };
}
