import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { installedDemoHost, type TestHost } from '../support/host.ts';

interface Document {
  status: number;
  [key: string]: unknown;
}

describe('the demo host', () => {
  let host: TestHost;
  let before: Map<string, string>;

  beforeAll(() => {
    host = installedDemoHost();
    before = host.tree();
  });
  afterAll(() => host.remove());

  const json = (...args: string[]): Document => JSON.parse(host.ligament(...args, '--json').stdout) as Document;

  it('is surveyed: workspaces, manager, stacks, style, joints with file and line', () => {
    const document = json('survey') as unknown as {
      manager: { name: string; version: string };
      versionControl: { system: string; branch: string; uncommitted: string[] };
      workspaces: {
        name: string;
        stack: { title: string };
        language: string;
        moduleFormat: string;
        style: object;
        joints: object[];
        packages: object[];
      }[];
    };
    expect(document.manager).toMatchObject({ name: 'npm', version: host.run('npm', ['--version']).stdout.trim() });
    expect(document.versionControl).toEqual({ system: 'git', branch: 'main', uncommitted: [] });
    const [root, api, web] = document.workspaces;
    expect([root?.name, api?.name, web?.name]).toEqual(['allotment', 'api', 'web']);
    expect(api?.stack.title).toBe('Express 5');
    expect(api?.moduleFormat).toBe('commonjs');
    expect(web?.stack.title).toMatch(/^Vite 7\.\d+ \+ Vue 3\.\d+$/);
    expect(web?.language).toBe('ts');
    expect(web?.style).toMatchObject({
      indent: '  ',
      quotes: 'single',
      semicolons: false,
      eol: '\n',
      trailingCommas: true,
      lineWidth: 120,
    });
    expect(web?.joints).toContainEqual(
      expect.objectContaining({ name: 'bundler.plugins', state: 'present', file: 'web/vite.config.ts', line: 9 }),
    );
    expect(web?.joints).toContainEqual(
      expect.objectContaining({ name: 'styles.global', state: 'present', file: 'web/src/styles/site.css' }),
    );
    expect(web?.joints).toContainEqual(expect.objectContaining({ name: 'app.boot', file: 'web/src/main.ts' }));
    expect(web?.packages).toContainEqual(
      expect.objectContaining({
        name: 'vue',
        section: 'dependencies',
        installed: expect.stringMatching(/^3\./) as string,
      }),
    );
    const text = host.ligament('survey').stdout;
    expect(text).toContain('web/vite.config.ts:9');
  });

  it('is told what fits and why not', () => {
    const { stdout } = host.ligament('browse', 'styling');
    expect(stdout).toMatch(/tailwindcss +fits web +by the bundler's plugin/);
    expect(stdout).not.toContain('api');
    const all = host.ligament('browse', 'tailwindcss', '--verbose').stdout;
    expect(all).toMatch(/api +Express 5: does not fit/);
    expect(all).toContain("Express 5 has no place for PostCSS's plugins and the global style sheet");
    expect(host.ligament('browse', 'no such words').stdout).toBe('');
  });

  it('is not touched by a preview, and the patch is accepted by git', () => {
    const shown = host.ligament('attach', 'tailwindcss', '--workspace', 'web', '--preview');
    expect(shown.status).toBe(0);
    expect(shown.stdout).toContain('+    tailwindcss(),');
    expect(host.tree()).toEqual(before);
    const patch = host.ligament('attach', 'tailwindcss', '--workspace', 'web', '--preview', '--format', 'patch').stdout;
    host.write('../change.patch', patch);
    host.git('apply', '--index', '../change.patch');
    const patched = host.tree();
    host.git('reset', '--hard', '--quiet');
    expect(host.tree()).toEqual(before);
    const attached = host.ligament('attach', 'tailwindcss', '--workspace', 'web', '--yes', '--no-install');
    expect(attached.status).toBe(0);
    expect(host.tree()).toEqual(patched);
    expect(attached.stdout).toContain('Run npm install');
    expect(host.ligament('undo', '--yes', '--no-install').status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('gets the integration, proved by its own build, and once only', () => {
    const document = json('attach', 'tailwindcss', '--workspace', 'web', '--yes') as unknown as {
      status: number;
      proofs: { held: boolean; checked: string }[];
      next: string[];
    };
    expect(document.status).toBe(0);
    expect(document.proofs).toEqual([
      expect.objectContaining({ held: true, checked: expect.stringContaining('npm run build') as string }),
    ]);
    expect(document.next.join()).toContain('Restart the dev server');
    // An independent look: a class in a page of the host's own, the host's own build.
    const page = host.read('web/src/pages/PlotsPage.vue');
    host.write('web/src/pages/PlotsPage.vue', page.replace('<h2>', '<h2 class="mt-[4711px]">'));
    expect(host.run('npm', ['run', 'build']).status).toBe(0);
    const assets = path.join(host.root, 'web/dist/assets');
    const css = fs.readdirSync(assets).filter((name) => name.endsWith('.css'));
    expect(css.map((name) => fs.readFileSync(path.join(assets, name), 'utf8')).join()).toContain('margin-top:4711px');
    fs.rmSync(path.join(host.root, 'web/dist'), { recursive: true });
    host.write('web/src/pages/PlotsPage.vue', page);

    const after = host.tree();
    const again = host.ligament('attach', 'tailwindcss', '--workspace', 'web', '--yes');
    expect(again.status).toBe(0);
    expect(again.stdout).toContain('already attached');
    expect(host.tree()).toEqual(after);
    expect(json('survey')).toMatchObject({
      workspaces: [{}, {}, { attached: [{ integration: 'tailwindcss', way: 'bundler-plugin' }] }],
    });
  });

  it('is proved again, never in the host itself, and what is missed is said', () => {
    const attached = host.tree();
    expect(host.ligament('prove').status).toBe(0);
    expect(host.tree()).toEqual(attached);
    const config = host.read('web/vite.config.ts');
    host.write('web/vite.config.ts', config.replace('    tailwindcss(),\n', ''));
    const plugin = host.ligament('prove', 'tailwindcss');
    expect(plugin.status).toBe(1);
    expect(plugin.stdout).toContain('web/vite.config.ts no longer has tailwindcss() in its list of plugins');
    host.write('web/vite.config.ts', config);
    const sheet = host.read('web/src/styles/site.css');
    host.write('web/src/styles/site.css', sheet.replace('@import "tailwindcss";\n', ''));
    const sheetless = host.ligament('prove');
    expect(sheetless.status).toBe(1);
    expect(sheetless.stdout).toContain('web/src/styles/site.css no longer imports "tailwindcss"');
    expect(sheetless.stdout).toMatch(/has no rule for \.mt-\[\d+px\]/);
    host.write('web/src/styles/site.css', sheet);
    expect(host.tree()).toEqual(attached);
  });

  it('is byte for byte what it was after detach, and undo brings the integration back', () => {
    const attached = host.tree();
    expect(host.ligament('detach', 'tailwindcss', '--yes').status).toBe(0);
    expect(host.tree()).toEqual(before);
    expect(host.git('status', '--short')).toBe('');
    expect(fs.existsSync(path.join(host.root, 'node_modules/tailwindcss'))).toBe(false);
    expect(host.ligament('undo', '--yes').status).toBe(0);
    expect(host.tree()).toEqual(attached);
    expect(fs.existsSync(path.join(host.root, 'node_modules/tailwindcss'))).toBe(true);
    expect(host.ligament('undo', '--yes').stdout).toContain('attach tailwindcss to web');
    expect(host.tree()).toEqual(before);
    expect(host.ligament('history').stdout).toContain('(taken back)');
  });

  it('gives the lockfile back without any history too, by the manager alone', () => {
    expect(host.ligament('attach', 'tailwindcss', '--workspace', 'web', '--yes', '--no-prove').status).toBe(0);
    fs.rmSync(host.environment.XDG_STATE_HOME ?? '', { recursive: true });
    expect(host.ligament('detach', 'tailwindcss', '--yes').status).toBe(0);
    expect(host.git('status', '--short')).toBe('');
    expect(host.ligament('undo', '--yes').stdout).toContain('Undo: detach tailwindcss from web');
  });
});
