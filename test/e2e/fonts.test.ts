import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDoors } from '../../src/cli/session.ts';
import { findBrowser, showPage } from '../../src/core/prove/page/browser.ts';
import { installedDemoHost, type TestHost } from '../support/host.ts';

const GROW = ['grow', 'font', 'Dosis', '--workspace', 'web'];
const SHEET = 'web/src/styles/font-dosis.css';
const PACKAGE = '@fontsource-variable/dosis';
const TEXT =
  'Plot nine is free again from the first of March. Whoever has waited longest may have it, and the keys to the tool shed with it.';

describe('a font', () => {
  let host: TestHost;
  let before: Map<string, string>;

  beforeAll(() => {
    host = installedDemoHost();
    before = host.tree();
  });
  afterAll(() => host.remove());

  it('comes by its package, is loaded, has a name in the theme, and is in what the project builds', () => {
    const run = host.ligament(...GROW, '--yes');
    expect(run.stderr).not.toContain('Failed');
    expect(run).toMatchObject({ status: 0 });
    expect(run.stdout).toMatch(/put @font-face of Dosis Variable into web\/dist\/assets\/.*\.css/);
    expect(run.stdout).toContain('font-family: var(--font-dosis);');
    expect(JSON.parse(host.read('web/package.json'))).toMatchObject({ dependencies: { [PACKAGE]: '^5.3.0' } });
    expect(host.read('web/src/styles/site.css')).toContain('@import "./font-dosis.css";');
    expect(host.read('web/src/styles/tokens.css')).toMatch(
      /--font-dosis: ["']Dosis Variable["'], ["']Dosis Stand-in["'], sans-serif;/,
    );
    expect(host.ligament(...GROW, '--yes').stdout).toContain('has grown already');
  });

  it('moves nothing when it has loaded: the stand-in is as wide and as high', async () => {
    const seen = await measured(host);
    expect(seen.loaded).toBe(true);
    expect(Math.abs(seen['Dosis Stand-in'].width / seen['Dosis Variable'].width - 1)).toBeLessThan(0.03);
    expect(Math.abs(seen['Dosis Stand-in'].height - seen['Dosis Variable'].height)).toBeLessThanOrEqual(1);
    // Without being measured it is neither.
    expect(Math.abs(seen['Liberation Sans'].width / seen['Dosis Variable'].width - 1)).toBeGreaterThan(0.03);
  });

  it('goes with its package, offline too, and comes back offline', () => {
    expect(host.ligament('detach', 'font:dosis', '--yes')).toMatchObject({ status: 0 });
    expect(host.tree()).toEqual(before);
    expect(host.ligament(...GROW, '--yes', '--offline')).toMatchObject({ status: 0 });
    expect(host.ligament('undo', '--yes', '--offline')).toMatchObject({ status: 0 });
    expect(host.tree()).toEqual(before);
  });

  it('is refused where no package has it, and where the project loads it itself', () => {
    const unknown = host.ligament('grow', 'font', 'Compost Grotesk', '--workspace', 'web', '--yes');
    expect(unknown).toMatchObject({ status: 3 });
    expect(unknown.stderr).toContain('No package has a typeface called Compost Grotesk');
    expect(host.ligament('grow', 'font', '../../etc', '--workspace', 'web', '--yes')).toMatchObject({ status: 2 });
    const main = host.read('web/src/main.ts');
    host.write('web/src/main.ts', `import '@fontsource/dosis/700.css';\n${main}`);
    const loaded = host.ligament(...GROW, '--yes');
    expect(loaded).toMatchObject({ status: 3 });
    expect(loaded.stderr).toMatch(/Dosis is loaded already[\s\S]*web\/src\/main\.ts/);
    host.write('web/src/main.ts', main);
    const served = host.ligament('grow', 'font', 'Dosis', '--workspace', 'api', '--yes');
    expect(served).toMatchObject({ status: 3 });
    expect(host.tree()).toEqual(before);
  });
});

interface Size {
  width: number;
  height: number;
}

type Seen = Record<'Dosis Variable' | 'Dosis Stand-in' | 'Liberation Sans', Size> & { loaded: boolean };

/** A text in the font, in its stand-in, and in what that is made of, as a browser lays it out. */
async function measured(host: TestHost): Promise<Seen> {
  const doors = openDoors();
  const browser = findBrowser(doors);
  if (browser === undefined) throw new Error('no browser is there');
  // What stands in is a font of the system.
  expect(execFileSync('fc-list', ['Liberation Sans'], { encoding: 'utf8' })).toContain('Liberation');
  const modules = path.join(host.root, 'node_modules', PACKAGE);
  const folder = fs.mkdtempSync(path.join(path.dirname(host.root), 'page-'));
  const css = host.read(SHEET).replace(/@import .*;/, '');
  const page = `<!doctype html>
<style>${fs.readFileSync(path.join(modules, 'index.css'), 'utf8').replaceAll('./files/', `file://${modules}/files/`)}
${css}
p { font-size: 32px; white-space: nowrap; display: inline-block; margin: 0; }</style>
<p style="font-family: 'Dosis Variable'">${TEXT}</p><br>
<p style="font-family: 'Dosis Stand-in'">${TEXT}</p><br>
<p style="font-family: 'Liberation Sans'">${TEXT}</p>
<script type="application/json" id="seen"></script>
<script>
document.fonts.ready.then(() => {
  const seen = { loaded: document.fonts.check("32px 'Dosis Variable'") };
  for (const one of document.querySelectorAll('p')) {
    const { width, height } = one.getBoundingClientRect();
    seen[one.style.fontFamily.replaceAll('"', '')] = { width, height };
  }
  document.querySelector('#seen').textContent = JSON.stringify(seen);
});
</script>`;
  const file = path.join(folder, 'page.html');
  fs.writeFileSync(file, page);
  const { html } = await showPage(doors, browser, `file://${file}`, {
    cwd: folder,
    signal: new AbortController().signal,
  });
  const json = /id="seen">([^<]+)</.exec(html)?.[1];
  if (json === undefined) throw new Error(`the page noted nothing: ${html.slice(0, 500)}`);
  return JSON.parse(json) as Seen;
}
