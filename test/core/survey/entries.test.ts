import { describe, expect, it } from 'vitest';
import { bareSides } from '../../../src/core/facts/bare.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const MANIFEST = `${JSON.stringify({ private: true, type: 'module', scripts: { build: 'vite build' }, devDependencies: { 'laravel-vite-plugin': '^2.0.0', vite: '^7.0.0' } })}\n`;
const FILES = {
  'package.json': MANIFEST,
  'resources/css/app.css': 'body { margin: 0 }\n',
  'resources/js/app.js': "import './deep/shed.js'\n",
  'resources/js/deep/shed.js': "import './shed.css'\n",
  'resources/js/deep/shed.css': 'p { margin: 0 }\n',
  'pages/shed.html': '<link rel="stylesheet" href="./shed.css"><script type="module" src="./shed.js"></script>\n',
  'pages/shed.css': 'p { margin: 0 }\n',
  'pages/shed.js': 'document.title = "Shed"\n',
};
const laravel = (given: string): string =>
  `import laravel from 'laravel-vite-plugin'\n\nexport default { plugins: [laravel(${given})] }\n`;
const built = (input: string): string =>
  `import { resolve } from 'node:path'\n\nexport default { build: { rollupOptions: { input: ${input} } } }\n`;

/** What the browser side of the host has with a configuration of the bundler. */
async function told(config: string): Promise<Record<string, unknown>> {
  const host = new MemoryStackHost('laravel12-php', { ...FILES, 'vite.config.js': config });
  const side = (await bareSides(await host.open(), '.')).find((one) => one.side === 'browser');
  const joint = (name: string): unknown => {
    const found = side?.joints.find((one) => one.name === name);
    return found?.state === 'blocked' ? 'blocked' : found?.file;
  };
  const { outputs = [], serve } = side?.traits ?? {};
  return { sheet: joint('styles.global'), boot: joint('app.boot'), output: outputs[0], served: serve !== undefined };
}

const APP = { sheet: 'resources/css/app.css', boot: 'resources/js/app.js', output: 'public/build', served: false };

describe('what a configuration of Vite names as entries', () => {
  it.each([
    ['a list', laravel("{ input: ['resources/css/app.css', 'resources/js/app.js'], refresh: true }"), APP],
    ['a list that is given alone', laravel("['resources/css/app.css', 'resources/js/app.js']"), APP],
    ['one module', laravel("{ input: 'resources/js/app.js' }"), { ...APP, sheet: 'resources/js/deep/shed.css' }],
    [
      'one module that is given alone',
      laravel("'resources/js/app.js'"),
      { ...APP, sheet: 'resources/js/deep/shed.css' },
    ],
    [
      'another folder to build into',
      laravel(
        "{ input: ['resources/css/app.css', 'resources/js/app.js'], publicDirectory: 'www', buildDirectory: 'made' }",
      ),
      { ...APP, output: 'www/made' },
    ],
    ['a style sheet alone', laravel("{ input: ['resources/css/app.css'] }"), { ...APP, boot: 'blocked' }],
    ['files that are not there', laravel("{ input: ['resources/js/gone.js'] }"), { sheet: 'blocked', boot: 'blocked' }],
    ['what is computed', laravel('{ input: globSync("*.js") }'), { sheet: 'blocked', boot: 'blocked' }],
    ['files above the project', laravel("{ input: ['../other/app.js'] }"), { sheet: 'blocked', boot: 'blocked' }],
    [
      'the input of a build',
      built("{ app: './resources/js/app.js', theme: resolve(import.meta.dirname, 'resources/css/app.css') }"),
      { ...APP, output: 'dist' },
    ],
    [
      'the input of a build whose plugin builds elsewhere',
      `import symfony from 'vite-plugin-symfony'\n${built("'resources/js/app.js'")}`,
      { output: 'public/build' },
    ],
    [
      'a page elsewhere',
      built("'pages/shed.html'"),
      { sheet: 'pages/shed.css', boot: 'pages/shed.js', output: 'dist' },
    ],
  ])('%s', async (_, config, expected) => {
    expect(await told(config)).toMatchObject(expected);
  });

  it('counts for nothing where there is a page', async () => {
    const host = new MemoryStackHost('vite-js', {
      'vite.config.js': built("'other.js'"),
      'other.js': "import './other.css'\n",
      'other.css': 'p { margin: 0 }\n',
    });
    const [side] = await bareSides(await host.open(), '.');
    const sheet = side?.joints.find((one) => one.name === 'styles.global')?.file;
    expect(sheet).not.toBe('other.css');
    expect(side?.traits.serve).toBeDefined();
  });
});
