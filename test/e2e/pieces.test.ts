import fs from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import react from '@vitejs/plugin-react';
import vue from '@vitejs/plugin-vue';
import { build } from 'vite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { findBrowser, showPage } from '../../src/core/prove/page/browser.ts';
import { openDoors } from '../../src/cli/session.ts';
import { TestHost } from '../support/host.ts';
import { KEYBOARD_VISIT, REACT_PAGE, VUE_PAGE } from '../support/kit-page.ts';

const PIECES = ['button', 'card', 'dialog', 'field', 'labelled', 'menu', 'notice', 'select', 'tabs'];
const MODULES = path.join(projectRoot(), 'node_modules');

const KITS = [
  {
    kit: 'Vue',
    ending: 'vue',
    plugin: vue(),
    dependencies: { vue: '^3.5.0' },
    files: {
      'src/App.vue': VUE_PAGE,
      'src/main.ts':
        "import { createApp } from 'vue';\nimport App from './App.vue';\n\ncreateApp(App).mount('#app');\n",
    },
  },
  {
    kit: 'React',
    ending: 'tsx',
    plugin: react(),
    dependencies: { react: '^19.0.0', 'react-dom': '^19.0.0' },
    files: {
      'src/App.tsx': REACT_PAGE,
      'src/main.tsx':
        "import { createRoot } from 'react-dom/client';\nimport App from './App';\n\ncreateRoot(document.getElementById('app')!).render(<App />);\n",
    },
  },
];

describe.each(KITS)('the kit for $kit', ({ kit, ending, plugin, dependencies, files }) => {
  let host: TestHost;
  let before: Map<string, string>;

  beforeAll(() => {
    const main = Object.keys(files)[1] ?? '';
    host = new TestHost({
      'package.json': JSON.stringify({
        name: 'swap',
        type: 'module',
        scripts: { build: 'vite build' },
        dependencies,
        devDependencies: { vite: '^7.0.0', typescript: '^5.0.0', [`@vitejs/plugin-${kit.toLowerCase()}`]: '^5.0.0' },
      }),
      'tsconfig.json': '{}',
      'vite.config.ts': `import plugin from '@vitejs/plugin-${kit.toLowerCase()}';\nimport { defineConfig } from 'vite';\n\nexport default defineConfig({ plugins: [plugin()] });\n`,
      'index.html': `<!doctype html>\n<html lang="en">\n  <head>\n    <meta charset="utf-8" />\n    <title>Seed swap</title>\n  </head>\n  <body>\n    <div id="app"></div>\n    <script type="module" src="/${main}"></script>\n  </body>\n</html>\n`,
      'src/site.css': 'main {\n  max-width: 40rem;\n}\n',
      ...files,
    });
    host.write(main, `import './site.css';\n${host.read(main)}`);
    host.commitAll();
    before = host.tree();
  });
  afterAll(() => host.remove());

  it('comes with what it needs, piece by piece, once', () => {
    const grow = (...names: string[]) =>
      host.ligament('grow', 'piece', ...names, '--yes', '--no-prove', '--no-install');
    expect(grow('notice').status).toBe(0);
    const first = [...host.tree().keys()].filter((file) => /^src\/components\/.*\./.test(file));
    expect(first.map((file) => path.basename(file)).sort()).toEqual(
      [`PergolaButton.${ending}`, `PergolaNotice.${ending}`, 'pergola.css'].sort(),
    );
    expect(grow('notice', 'button').stdout).toContain('The pieces notice, button have grown already.');
    expect(grow(...PIECES).status).toBe(0);
    expect(
      [...host.tree().keys()].filter((file) => file.endsWith(`.${ending}`) && file.includes('Pergola')),
    ).toHaveLength(PIECES.length);
    expect(host.read('src/site.css')).toContain('./components/pergola/pergola.css');
    expect(grow('carousel')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('has no piece "carousel"') as string,
    });
  });

  it.each(['light', 'dark'])(
    'is used by keys as its patterns have it, and nothing is wrong with it in %s',
    async (scheme) => {
      const seen = await visited(host, plugin, scheme);
      expect(seen).toEqual({
        atFirst: [],
        clicks: 'Count 1',
        menu: ['true', 'Reserve', 'Report', 'Share', 'Sold'],
        withMenu: [],
        disabled: ['true', ''],
        escaped: ['false', true],
        chosen: ['Reserve', true],
        tabs: [
          ['Sow peas.'],
          ['Summer', 'Pick beans.'],
          ['Autumn', 'Lift potatoes.'],
          ['Spring', 'Sow peas.'],
          ['Autumn', 'Lift potatoes.'],
          ['Spring', 'Sow peas.'],
        ],
        tabStops: [0, -1, -1],
        dialog: [true, true, true],
        withDialog: [],
        closed: [false, true],
        dismissed: true,
        fields: [true, ['As on the bag'], 'true', ['Say how many'], 'Choose a plot'],
      });
    },
  );

  it('takes what is new in its kit, with what was written into it', () => {
    const card = `src/components/pergola/PergolaCard.${ending}`;
    const record = '.ligament/attached/piece.card.json';
    const [now, recorded] = [host.read(card), host.read(record)];
    // As an older kit would have made it, with a line of somebody's own.
    const older = (text: string): string => text.replaceAll('pergola-card-heading', 'pergola-card-title');
    host.write(record, older(recorded));
    host.write(card, `${older(now)}// Ours.\n`);
    const grow = () => host.ligament('grow', 'piece', 'card', '--yes', '--no-prove', '--no-install');
    expect(grow().status).toBe(0);
    expect(host.read(card)).toBe(`${now}// Ours.\n`);
    expect(grow().stdout).toContain('The piece card has grown already.');
    // Where both have changed the same, nothing is decided for anybody.
    host.write(record, older(recorded));
    host.write(card, now.replaceAll('pergola-card-heading', 'our-heading'));
    expect(grow()).toMatchObject({
      status: 3,
      stderr: expect.stringContaining('was edited where it would change') as string,
    });
    host.write(record, recorded);
    host.write(card, now);
  });

  it('leaves only when nothing uses it any more, and never what was written into', () => {
    expect(host.ligament('detach', 'piece:button', '--yes')).toMatchObject({
      status: 3,
      stderr: expect.stringContaining('Pergola: button cannot leave yet') as string,
    });
    expect(host.ligament('detach', 'pergola', '--yes').status).toBe(3);
    const card = `src/components/pergola/PergolaCard.${ending}`;
    const own = host.read(card);
    host.write(card, `${own}// Ours.\n`);
    expect(host.ligament('detach', 'piece:card', '--yes').stderr).toContain('was written into since it grew');
    host.write(card, own);
    const all = PIECES.map((name) => `piece:${name}`);
    expect(host.ligament('detach', ...all, 'pergola', '--yes', '--no-install').status).toBe(0);
    expect(host.tree()).toEqual(before);
  });
});

/** What the visit of the built page has noted. */
async function visited(host: TestHost, plugin: unknown, scheme: string): Promise<Record<string, unknown>> {
  const out = path.join(host.root, '..', `built-${scheme}`);
  await build({
    root: host.root,
    configFile: false,
    logLevel: 'error',
    plugins: [plugin as never],
    resolve: {
      alias: ['vue', 'react', 'react-dom'].map((name) => ({ find: name, replacement: path.join(MODULES, name) })),
    },
    base: './',
    build: { outDir: out, emptyOutDir: true, modulePreload: false },
  });
  const page = path.join(out, 'index.html');
  const axe = fs.readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
  fs.writeFileSync(path.join(out, 'axe.js'), axe);
  fs.writeFileSync(path.join(out, 'visit.js'), KEYBOARD_VISIT);
  const look = `<style>:root { color-scheme: ${scheme}; background: Canvas; color: CanvasText; }</style>`;
  const html = fs.readFileSync(page, 'utf8').replaceAll(' crossorigin', '').replace('type="module"', 'defer');
  fs.writeFileSync(
    page,
    html
      .replace('</head>', `${look}</head>`)
      .replace('</body>', '<script src="./axe.js"></script><script defer src="./visit.js"></script></body>'),
  );
  const doors = openDoors();
  const browser = findBrowser(doors);
  if (browser === undefined) throw new Error('there is no browser');
  const signal = new AbortController().signal;
  const { html: shown } = await showPage(doors, browser, `file://${page}`, { cwd: host.root, signal });
  const json = /<script type="application\/json" id="seen">([^<]*)<\/script>/.exec(shown)?.[1];
  if (json === undefined) throw new Error(`the page noted nothing: ${shown.slice(0, 500)}`);
  return JSON.parse(json) as Record<string, unknown>;
}
