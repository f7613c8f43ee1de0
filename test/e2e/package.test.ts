import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { TestHost } from '../support/host.ts';

describe('the published package', () => {
  it('installs from its tarball into an empty folder and runs there', () => {
    const host = new TestHost();
    try {
      const packed = host.run('npm', [
        'pack',
        projectRoot(),
        '--ignore-scripts',
        '--json',
        '--pack-destination',
        host.root,
      ]);
      expect(packed.status, packed.stderr).toBe(0);
      const [tarball] = JSON.parse(packed.stdout) as { filename: string; files: { path: string }[] }[];
      const files = tarball?.files.map((file) => file.path) ?? [];
      expect(files).toEqual(
        expect.arrayContaining(['dist/ligament.js', 'catalog/tailwindcss/integration.yaml', 'LICENSE', 'README.md']),
      );
      expect(files.some((file) => /^(src|test|demo|node_modules)\//.test(file))).toBe(false);
      host.write('package.json', '{ "name": "shed", "private": true }\n');
      const installed = host.run('npm', [
        'install',
        '--no-audit',
        '--no-fund',
        path.join(host.root, tarball?.filename ?? ''),
      ]);
      expect(installed.status, installed.stderr).toBe(0);
      const program = path.join(host.root, 'node_modules/.bin/ligament');
      const manifest = JSON.parse(fs.readFileSync(path.join(projectRoot(), 'package.json'), 'utf8')) as {
        version: string;
      };
      expect(host.run(program, ['--version']).stdout.trim()).toBe(manifest.version);
      expect(host.run(program, ['--help']).stdout).toContain('attaches integrations to the project');
      expect(host.run(program, ['browse']).stdout).toContain('editorconfig');
      // All that ship were read and checked when the program was built.
      const cache = path.join(host.environment.XDG_CACHE_HOME ?? '', 'ligament/definitions');
      expect(fs.existsSync(cache)).toBe(false);
      expect(host.run(program, ['survey', '--json']).status).toBe(0);
    } finally {
      host.remove();
    }
  });
});
