import fs from 'node:fs';
import { createRequire } from 'node:module';
import os from 'node:os';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { openDoors } from '../../src/cli/session.ts';
import { findBrowser, showPage } from '../../src/core/prove/page/browser.ts';
import { Garden, gardenManifest } from '../support/garden.ts';
import { demoHost, type TestHost } from '../support/host.ts';

let host: TestHost | undefined;
let garden: Garden | undefined;
afterEach(async () => {
  host?.remove();
  await garden?.close();
  host = garden = undefined;
});

const PAGE = ['--preview', '--format', 'html'];

/** What the rules of accessibility find on a page, by day or by night; in the page itself nothing may run. */
async function violations(page: string, scheme: 'light' | 'dark'): Promise<unknown> {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'review-'));
  try {
    const axe = createRequire(import.meta.url).resolve('axe-core/axe.min.js');
    const note = `axe.run().then((found) => {
      const element = document.createElement('script');
      element.type = 'application/json';
      element.id = 'seen';
      element.textContent = JSON.stringify({ passes: found.passes.length, violations: found.violations.map(({ id, nodes }) => [id, nodes[0].html, nodes[0].failureSummary]) }).replaceAll('<', '\\\\u003c');
      document.body.append(element);
    });`;
    const watched = page
      .replace(/<meta http-equiv="Content-Security-Policy"[^>]*>/, '')
      .replaceAll('(prefers-color-scheme: dark)', scheme === 'dark' ? 'all' : 'not all')
      .replace('</body>', `<script>${fs.readFileSync(axe, 'utf8')}</script><script>${note}</script></body>`);
    const file = path.join(folder, 'page.html');
    fs.writeFileSync(file, watched);
    const doors = openDoors();
    const browser = findBrowser(doors);
    if (browser === undefined) throw new Error('there is no browser');
    const { html } = await showPage(doors, browser, `file://${file}`, {
      cwd: folder,
      signal: new AbortController().signal,
    });
    const json = /<script type="application\/json" id="seen">([^<]*)<\/script>/.exec(html)?.[1];
    if (json === undefined) throw new Error(`nothing was noted: ${html.slice(0, 500)}`);
    return JSON.parse(json);
  } finally {
    fs.rmSync(folder, { recursive: true });
  }
}

describe('a preview as a page', () => {
  it('shows the plan, loads nothing, runs nothing, and is open to everybody by day and by night', async () => {
    host = demoHost();
    const before = host.tree();
    const run = host.ligament('attach', 'tailwindcss', 'eslint', '--workspace', 'web', ...PAGE);
    expect(run.status, run.stderr).toBe(0);
    expect(host.tree()).toEqual(before);
    const page = run.stdout;
    expect(page).toMatch(/^<!doctype html>[\s\S]*<\/html>\n$/);
    expect(page).toContain('<title>Attach tailwindcss and eslint to web</title>');
    for (const words of ['What it does', 'Choices', 'Packages', 'Files', 'Extras', 'Commands', 'Proof'])
      expect(page).toContain(`${words}</h2>`);
    expect(page).toContain('web/vite.config.ts');
    expect(page).toMatch(/<ins><code>[^\n]*@tailwindcss\/vite/);
    expect(page).toContain('<code>ligament attach tailwindcss eslint --workspace web</code>');
    expect(page).not.toMatch(/<script|<link|<img|<iframe|\bsrc=|@import url|url\(|\bon[a-z]+=/);
    expect(page).toContain("default-src 'none'");
    for (const scheme of ['light', 'dark'] as const) {
      const seen = (await violations(page, scheme)) as { passes: number; violations: unknown[] };
      expect(seen.violations, scheme).toEqual([]);
      expect(seen.passes).toBeGreaterThan(20);
    }
  });

  it('shows a refusal with what to do by hand', async () => {
    host = demoHost();
    host.write('web/vite.config.ts', 'export default makeConfig();\n');
    const run = host.ligament('attach', 'tailwindcss', '--workspace', 'web', ...PAGE);
    expect(run.status).toBe(3);
    expect(run.stderr).toContain('Refused');
    expect(run.stdout).toContain('By hand</h2>');
    expect(run.stdout).toContain('npm install --save-dev');
    const seen = (await violations(run.stdout, 'dark')) as { violations: unknown[] };
    expect(seen.violations).toEqual([]);
  });

  it('is for previews alone, and is no document of --json and no single file', () => {
    host = demoHost();
    const said = (...args: string[]): string => {
      const run = host?.ligament('attach', 'tailwindcss', '--format', 'html', ...args);
      expect(run?.status).toBe(2);
      return run?.stderr ?? '';
    };
    expect(said()).toContain('--format html shows a preview only');
    expect(said('--preview', '--json')).toContain('--format html and --json cannot both be given');
    expect(said('--preview', '--file', 'web/package.json')).toContain('--format html and --file cannot both');
  });
});

const HOSTILE = `format: 1
integration: garden-kit
title: 'Kit</title><script>alert(1)</script>'
kind: environment
about: Only for tests.
ways:
  packages:
    title: '" onload="alert(2)'
    packages:
      twine: { range: ^1, section: development }
    files:
      - { file: "notes/a&'b.txt", text: "</style><img src=x onerror=alert(3)>\\n" }
    ties:
      - manifest.scripts: { scripts: { tend: 'echo "\u202etxt.exe" </code><b>' } }
      - environment.file: { variables: { KNOTS: { value: shown } } }
proofs: []
`;

describe('what comes from outside', () => {
  it('is text in the page and nothing else, and secrets of the project are left out', async () => {
    const files = {
      'package.json': gardenManifest({ description: '<svg onload=alert(4)>' }),
      '.env': 'SHED_KEY=not-for-others\n',
      'kit/integration.yaml': HOSTILE,
    };
    garden = await Garden.open({ twine: { '1.4.0': { license: '<i>MIT</i>' } } }, files);
    const { stdout, stderr, status } = await garden.ligament('attach', './kit', ...PAGE);
    expect(status, stderr).toBe(0);
    expect(stdout).not.toMatch(/<script|<img|<svg|<b>|<i>|"\s*onload="/);
    expect(stdout.match(/<\/style>/g)).toHaveLength(1);
    expect(stdout).not.toContain('\u202e');
    expect(stdout).toContain('\\u{202e}');
    expect(stdout).toContain('&lt;i&gt;MIT&lt;/i&gt;');
    expect(stdout).not.toContain('not-for-others');
    expect(stdout).toContain('SHED_KEY');
  });
});
