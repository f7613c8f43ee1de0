import fs from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { build, type Plugin } from 'esbuild';
import { beforeAll, describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { isPlainPath } from '../../src/core/path-names.ts';
import { placesOfProgram } from '../../src/core/search-path.ts';

type Plans = typeof import('../support/plans-of.ts').plansOf;

const HOSTS = [
  'vite-vue-ts',
  'vite-react-ts',
  'next-app-ts',
  'express5-ts',
  'monorepo-express-js',
  'nuxt-ts',
  'webpack-js',
];

// The tests' own files are read by the paths of this system.
const OWN = /[\\/](src[\\/]core|node_modules[\\/]editorconfig)[\\/]/;
const REQUIRE = [
  "import { createRequire as __requireFrom } from 'node:module';",
  'const require = __requireFrom(import.meta.url);',
  'const __dirname = import.meta.dirname;',
  'const __filename = import.meta.filename;',
].join('\n');

/** The core with the paths of another system: what it imports as `node:path` is that system's. */
async function coreFor(system: 'posix' | 'win32'): Promise<Plans> {
  const other: Plugin = {
    name: 'paths of another system',
    setup(builder) {
      builder.onResolve({ filter: /^(node:)?path$/ }, ({ importer }) =>
        OWN.test(importer) ? { path: system, namespace: 'paths' } : undefined,
      );
      builder.onLoad({ filter: /./, namespace: 'paths' }, () => ({
        contents: `module.exports = require('node:path').${system};`,
      }));
    },
  };
  const outfile = path.join(projectRoot(), `node_modules/.cache/core-${system}/core.mjs`);
  // A reader of settings loads its program from beside itself.
  const wasm = 'node_modules/@one-ini/wasm/one_ini_bg.wasm';
  fs.mkdirSync(path.dirname(outfile), { recursive: true });
  fs.copyFileSync(path.join(projectRoot(), wasm), path.join(path.dirname(outfile), path.basename(wasm)));
  await build({
    entryPoints: [path.join(projectRoot(), 'test/support/plans-of.ts')],
    bundle: true,
    platform: 'node',
    format: 'esm',
    mainFields: ['module', 'main'],
    external: ['oxc-parser'],
    banner: { js: REQUIRE },
    logLevel: 'error',
    plugins: [other],
    outfile,
  });
  return ((await import(pathToFileURL(outfile).href)) as { plansOf: Plans }).plansOf;
}

let here: Plans;
let windows: Plans;
beforeAll(async () => {
  [here, windows] = await Promise.all([coreFor('posix'), coreFor('win32')]);
}, 60_000);

describe('by the rules of Windows', () => {
  it.each(HOSTS)('the plans for %s are the same, byte for byte, with backslashes in paths', async (host) => {
    const expected = await here(projectRoot(), host, { separator: '/', lineEnd: '\n' });
    const found = await windows(projectRoot(), host, { separator: '\\', lineEnd: '\n' });
    expect(Object.values(expected).filter((one) => typeof one !== 'string').length).toBeGreaterThan(2);
    expect(found).toEqual(expected);
  });

  it.each(HOSTS.slice(0, 3))('files of %s with CRLF keep that in every line that comes', async (host) => {
    const plans = await windows(projectRoot(), host, { separator: '\\', lineEnd: '\r\n' });
    const whole = await windows(projectRoot(), host, { separator: '\\', lineEnd: '\n' });
    let compared = 0;
    for (const [id, files] of Object.entries(plans)) {
      const plain = whole[id];
      if (typeof files === 'string' || typeof plain !== 'object') {
        expect(files, id).toEqual(plain);
        continue;
      }
      for (const [file, text] of Object.entries(files)) {
        if (file.includes('.ligament/')) continue;
        // Settings say how lines end.
        const told = text
          .replaceAll('\r\n', '\n')
          .replace('end_of_line = crlf', 'end_of_line = lf')
          .replace(/,\n *"endOfLine": "crlf"/, '');
        expect(told, `${id} ${file}`).toBe(plain[file]);
        // A file that is there mixes nothing; a new one is written as the others are.
        if (text.includes('\r\n')) expect(text.replaceAll('\r\n', ''), `${id} ${file}`).not.toContain('\n');
        compared += 1;
      }
    }
    expect(compared).toBeGreaterThan(10);
  });
});

describe('programs', () => {
  it('are looked for by the rules of the system', () => {
    const windows = { PATH: String.raw`C:\Windows;relative;D:\tools\node`, PATHEXT: '.COM;.EXE;.CMD' };
    expect(placesOfProgram('npm', windows, path.win32)).toEqual([
      String.raw`C:\Windows\npm`,
      String.raw`C:\Windows\npm.COM`,
      String.raw`C:\Windows\npm.EXE`,
      String.raw`C:\Windows\npm.CMD`,
      String.raw`D:\tools\node\npm`,
      String.raw`D:\tools\node\npm.COM`,
      String.raw`D:\tools\node\npm.EXE`,
      String.raw`D:\tools\node\npm.CMD`,
    ]);
    expect(placesOfProgram('npm', { PATH: '/usr/bin:.::/bin' }, path.posix)).toEqual(['/usr/bin/npm', '/bin/npm']);
    expect(placesOfProgram('npm', {})).toEqual([]);
  });

  it.each([
    'con.txt',
    'src/aux.ts',
    'src/lpt1',
    String.raw`src\main.ts`,
    'C:/host/a',
    'a:b',
    'src/name. ',
    'src/ends.',
    '../outside',
    '.git /config',
    'GIT~1/config',
  ])('%j is no path below a project on any system', (file) => expect(isPlainPath(file)).toBe(false));
});
