import fs from 'node:fs';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { demoHost, type TestHost } from '../support/host.ts';

let host: TestHost;
afterEach(() => host.remove());

const CONFIG = 'web/vite.config.ts';
const SHEET = 'web/src/styles/site.css';

function attached(): TestHost {
  host = demoHost();
  expect(host.ligament('attach', 'tailwindcss', '--workspace', 'web', '--yes', '--no-install').status).toBe(0);
  return host;
}

function change(file: string, from: string, to: string): void {
  const text = host.read(file);
  expect(text).toContain(from);
  host.write(file, text.replace(from, to));
}

function detach() {
  return host.ligament('detach', 'tailwindcss', '--workspace', 'web', '--yes', '--no-install');
}

describe('detach when the project has moved on', () => {
  it('takes out exactly what was put in where the work went on elsewhere in the files', () => {
    attached();
    change(CONFIG, 'host: true,', 'host: true,\n    port: 3300,');
    change(SHEET, '.bed {', '.compost {\n  color: brown;\n}\n\n.bed {');
    change('web/package.json', '"vue": "^3.5.0"', '"vue": "^3.5.1"');
    expect(detach().status).toBe(0);
    expect(host.read(CONFIG)).not.toContain('tailwindcss');
    expect(host.read(CONFIG)).toContain('port: 3300');
    expect(host.read(SHEET)).not.toContain('tailwindcss');
    expect(host.read(SHEET)).toContain('.compost');
    expect(host.read('web/package.json')).toContain('"vue": "^3.5.1"');
    expect(host.read('web/package.json')).not.toContain('tailwindcss');
    expect(fs.existsSync(path.join(host.root, 'web/.ligament'))).toBe(false);
  });

  it('takes it out by meaning where the lines themselves were rewritten', () => {
    attached();
    change(
      CONFIG,
      '    vue(), // single-file components\n    tailwindcss(),\n',
      '    tailwindcss({ optimize: false }),\n    vue(),\n',
    );
    change(SHEET, '@import "tailwindcss";', "@import 'tailwindcss' layer(all);");
    const result = detach();
    expect(result.status, result.stderr).toBe(0);
    expect(host.read(CONFIG)).toContain('plugins: [\n    vue(),\n  ],');
    expect(host.read(CONFIG)).not.toContain('tailwindcss');
    expect(host.read(SHEET)).not.toContain('tailwindcss');
  });

  it('keeps an import that something else uses by now', () => {
    attached();
    change(CONFIG, 'export default', 'console.log(tailwindcss.name)\n\nexport default');
    change(CONFIG, '    tailwindcss(),\n', '    tailwindcss(), // ours\n');
    expect(detach().status).toBe(0);
    expect(host.read(CONFIG)).toContain("import tailwindcss from '@tailwindcss/vite'");
    expect(host.read(CONFIG)).not.toContain('tailwindcss()');
  });

  it('says what was taken out by hand already, and is not in the way of it', () => {
    attached();
    change(CONFIG, '    tailwindcss(),\n', '');
    change(CONFIG, "import tailwindcss from '@tailwindcss/vite'\n", '');
    const result = detach();
    expect(result.status).toBe(0);
    expect(result.stdout).toContain(`${CONFIG}: what was put in there has been taken out by hand`);
  });

  it('refuses with handwork where it cannot be sure, and changes nothing', () => {
    attached();
    change(
      CONFIG,
      'plugins: [\n    vue(), // single-file components\n    tailwindcss(),\n  ],',
      'plugins: garden(vue, tailwindcss()),',
    );
    const before = host.tree();
    const result = detach();
    expect(result.status).toBe(3);
    expect(result.stderr).toContain(CONFIG);
    expect(result.stderr).toContain('the list is the result of a call');
    expect(result.stderr).toContain('by hand');
    expect(host.tree()).toEqual(before);
  });

  it('undo falls back to the record where files changed since', () => {
    attached();
    change(SHEET, '.bed {', '.compost {\n  color: brown;\n}\n\n.bed {');
    expect(host.ligament('undo', '--yes', '--no-install').status).toBe(0);
    expect(host.read(SHEET)).not.toContain('tailwindcss');
    expect(host.read(SHEET)).toContain('.compost');
    expect(host.ligament('undo', '--yes', '--no-install').stdout).toContain('There is no change to take back');
  });
});
