import fs from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { installedDemoHost, type TestHost } from '../support/host.ts';

const PIECES = 'web/src/components/pergola';

describe('what grows is laid out by the formatter of the project', () => {
  let host: TestHost;
  let before: Map<string, string>;

  beforeAll(() => {
    host = installedDemoHost();
    expect(host.ligament('attach', 'prettier', '--workspace', 'web', '--yes')).toMatchObject({ status: 0 });
    // As it is once it was fetched: the registry of the tests has no documents of single versions.
    const installed = path.join(host.root, 'node_modules/prettier');
    const { version } = JSON.parse(fs.readFileSync(path.join(installed, 'package.json'), 'utf8')) as {
      version: string;
    };
    const tools = path.join(host.environment.XDG_CACHE_HOME ?? '', 'ligament/tools');
    fs.cpSync(installed, path.join(tools, `prettier-${version}`), { recursive: true });
    host.write(
      'web/.prettierrc.json',
      '{ "printWidth": 140, "tabWidth": 4, "overrides": [{ "files": "*.css", "options": { "tabWidth": 8 } }] }\n',
    );
    before = host.tree();
  });
  afterAll(() => host.remove());

  /** What its own formatter says of files. */
  const check = (...files: string[]) => host.run('npx', ['prettier', '--check', ...files]);

  /** One file as it would come. */
  const previewed = (): string => {
    const piece = ['grow', 'piece', 'labelled', '--workspace', 'web'];
    return host.ligament(...piece, '--preview', '--file', `${PIECES}/PergolaLabelled.vue`).stdout;
  };

  it('with the settings that it has, for files of each kind', () => {
    expect(host.ligament('grow', 'piece', 'dialog', 'labelled', '--workspace', 'web', '--yes')).toMatchObject({
      status: 0,
    });
    expect(check(`${PIECES}/PergolaDialog.vue`, `${PIECES}/PergolaLabelled.vue`)).toMatchObject({ status: 0 });
    // Lines are as long as they may be, and as far in.
    expect(host.read(`${PIECES}/PergolaLabelled.vue`)).toMatch(/^const described = computed\(\(\) => \[.{60,}$/m);
    expect(host.ligament('grow', 'component', 'SeedRow', '--workspace', 'web', '--yes')).toMatchObject({ status: 0 });
  });

  it('once: it has grown as it is, and goes without a trace', () => {
    expect(host.ligament('grow', 'piece', 'dialog', 'labelled', '--workspace', 'web', '--yes').stdout).toContain(
      'have grown already',
    );
    const parts = ['piece:dialog', 'piece:labelled', 'piece:button', 'pergola', 'component:SeedRow'];
    expect(host.ligament('detach', ...parts, '--workspace', 'web', '--yes')).toMatchObject({ status: 0 });
    expect(host.tree()).toEqual(before);
  });

  it('but not where its settings are computed, and never by code of the project', () => {
    host.run('rm', ['web/.prettierrc.json']);
    host.write(
      'web/prettier.config.mjs',
      "import fs from 'node:fs';\n\nfs.writeFileSync('ran', '');\n\nexport default { printWidth: Number('140'), plugins: ['./evil.mjs'] };\n",
    );
    expect(previewed()).toMatch(/^ {4}\+const described = computed\(\(\) =>$/m);
    host.write('web/prettier.config.mjs', "export default { tabWidth: 8, plugins: ['./evil.mjs'] };\n");
    expect(previewed()).toMatch(/^ {4}\+ {8}label: \{/m);
    expect(host.tree().has('ran')).toBe(false);
    expect(host.tree().has('web/ran')).toBe(false);
  });
});
