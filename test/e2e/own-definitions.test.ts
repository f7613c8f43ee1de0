import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { TestHost, type Run } from '../support/host.ts';

// Definitions of somebody's own, as an attacker would write them: each is one trap.
const HEAD = `format: 1
integration: kit
title: The kit
kind: data
about: Only for tests.
`;
const WAY = `ways:
  plain:
    title: by one file
    ties: []
    files: [{ file: src/kit.js, text: "export const kit = 1;\\n" }]
`;
const withProof = (proof: string): string => `${HEAD}${WAY}proofs:\n  - ${proof}\n`;
const withFile = (file: string): string => `${HEAD}${WAY.replace('src/kit.js', file)}proofs: []\n`;
const withTie = (tie: string): string => `${HEAD}${WAY.replace('ties: []', `ties: [${tie}]`)}proofs: []\n`;

let host: TestHost;
let ran: string;
let before: Map<string, string>;
beforeEach(() => {
  host = new TestHost({
    'package.json': '{\n  "name": "plots",\n  "version": "1.0.0"\n}\n',
    'src/index.js': 'start();\n',
  });
  ran = path.join(path.dirname(host.root), 'ran');
});
afterEach(() => {
  expect(fs.existsSync(ran), 'it ran').toBe(false);
  host.remove();
});

function attach(text: string, ...more: string[]): Run {
  host.write('kit/integration.yaml', text);
  before = host.tree();
  return host.ligament('attach', './kit', '--yes', ...more);
}

describe('what a definition may not say', () => {
  it.each([
    ['a shell as a proof', withProof(`{ run: { run: [../../../bin/sh, -c, id], says: '', checks: x } }`)],
    [
      'a path as a linter',
      withProof(`{ lint: { program: ../../../../usr/bin/touch, args: [x], endings: [js], plants: {}, finds: x } }`),
    ],
    ['a path as a formatter', withProof(`{ format: { write: [/bin/sh, -c, id], check: [prettier], endings: [js] } }`)],
    ['a plant outside', withProof(`{ commit: { plants: { ../../../x: y } } }`)],
    ['a plant in version control', withProof(`{ commit: { plants: { .git/hooks/x: y } } }`)],
    ['a file read outside', withProof(`{ http: { steps: [{ read: ../../../../etc/hostname }], checks: x } }`)],
    [
      'an ending that leads out',
      withProof(`{ built-css: { class: [x], declares: {}, sheet: { ending: /../.., text: x } } }`),
    ],
    [
      'options for Node.js',
      withProof(`{ http: { environment: { NODE_OPTIONS: --require=x }, steps: [], checks: x } }`),
    ],
    ['a search path', withProof(`{ http: { environment: { PATH: /tmp }, steps: [], checks: x } }`)],
    ['an absolute file', withFile('/tmp/evil.js')],
    ['a file without a name', withFile('" "')],
    ['a file above', withFile('../evil.js')],
    ['a file of packages', withFile('node_modules/vite/index.js')],
    ['a record', withFile('.ligament/attached/passport.json')],
    ['a hook of version control', withFile('.git/hooks/pre-commit')],
    ['the same on HFS+', withFile('".g\\u200cit/hooks/pre-commit"')],
    ['the same on Windows', withFile('GIT~1/hooks/pre-commit')],
    ['a file with a placeholder that is none', withFile("'{{foldr}}/kit.js'")],
    ['scripts as settings', withTie('{ manifest.settings: { settings: { scripts: { postinstall: id } } } }')],
    ['scripts as settings, by a pointer', withTie('{ manifest.settings: { settings: { /scripts/postinstall: id } } }')],
    ['packages as settings', withTie('{ manifest.settings: { settings: { /dependencies/evil: "1" } } }')],
    ['data in version control', `${HEAD}${WAY}proofs: []\ndata: [{ path: .git, holds: all }]\n`],
    ['a title that steers the terminal', `${HEAD}${WAY}proofs: []\n`.replace('The kit', '"The \\e]0;x\\a kit"')],
    ['a title of two lines', `${HEAD}${WAY}proofs: []\n`.replace('The kit', '"The kit\\nProved  everything"')],
    ['the name of one that ships', `${HEAD}${WAY}proofs: []\n`.replace('integration: kit', 'integration: eslint')],
  ])('%s', (_, text) => {
    const refused = attach(text, '--allow-commands');
    expect(refused.status, refused.stderr).toBe(2);
    expect(refused.stderr).toContain('kit/integration.yaml');
    expect(host.tree()).toEqual(before);
  });

  it('a text from a file behind a link', () => {
    host.write('kit/real.txt', 'x');
    fs.symlinkSync('/etc/hostname', path.join(host.root, 'kit/link.txt'));
    fs.symlinkSync('/etc', path.join(host.root, 'kit/dir'));
    for (const from of ['link.txt', 'dir/hostname']) {
      const refused = attach(`${HEAD}${WAY.replace('text: "export const kit = 1;\\n"', `from: ${from}`)}proofs: []\n`);
      expect(refused.status, refused.stderr).toBe(2);
      expect(refused.stderr).toContain(`it names ${from}, which is not beside it`);
    }
    expect(
      attach(`${HEAD}${WAY.replace('text: "export const kit = 1;\\n"', 'from: real.txt')}proofs: []\n`).status,
    ).toBe(0);
  });
});

describe('folders of files', () => {
  const withFolder = `${HEAD}${WAY.replace('{ file: src/kit.js, text: "export const kit = 1;\\n" }', '{ file: lib/, from: kit/ }')}proofs: []\n`;

  it('bring all that is in them', () => {
    host.write('kit/kit/a.js', 'a();\n');
    host.write('kit/kit/deep/b.css', 'b {}\n');
    const done = attach(withFolder);
    expect(done.status, done.stderr).toBe(0);
    expect(host.read('lib/a.js')).toBe('a();\n');
    expect(host.read('lib/deep/b.css')).toBe('b {}\n');
  });

  it.each([
    ['a link in it', () => fs.symlinkSync('/etc/hostname', path.join(host.root, 'kit/kit/link.txt')), 'is a link'],
    ['a linked folder in it', () => fs.symlinkSync('/etc', path.join(host.root, 'kit/kit/etc')), 'is a link'],
    ['nothing in it', () => fs.rmSync(path.join(host.root, 'kit/kit/a.js')), 'has no files'],
    [
      'a link in its place',
      () => {
        fs.rmSync(path.join(host.root, 'kit/kit'), { recursive: true });
        fs.mkdirSync(path.join(path.dirname(host.root), 'elsewhere'));
        fs.writeFileSync(path.join(path.dirname(host.root), 'elsewhere/secret.txt'), 'x');
        fs.symlinkSync(path.join(path.dirname(host.root), 'elsewhere'), path.join(host.root, 'kit/kit'));
      },
      'is not beside it',
    ],
  ])('%s: refused', (_, change, words) => {
    host.write('kit/kit/a.js', 'a();\n');
    change();
    const refused = attach(withFolder);
    expect(refused.status, refused.stderr).toBe(2);
    expect(refused.stderr.replace(/\s+/g, ' ')).toContain(words);
    expect(host.tree()).toEqual(before);
  });
});

describe('programs', () => {
  const withProgram = (file: string, more = ', executable: true'): string =>
    `${HEAD}${WAY.replace('file: src/kit.js', `file: ${file}`).replace('\\n" }', `\\n"${more} }`)}proofs: []\n`;

  it('can be run, are told in the preview, and leave', () => {
    const done = attach(withProgram('bin/tend'));
    expect(done.status, done.stderr).toBe(0);
    expect(done.stdout).toMatch(/tend: bin\/tend +a script of the project: runs when you ask for it/);
    expect(fs.statSync(path.join(host.root, 'bin/tend')).mode & 0o111).not.toBe(0);
    expect(host.ligament('detach', 'kit', '--yes', '--no-install').status).toBe(0);
    expect(host.tree().has('bin/tend')).toBe(false);
  });

  it.each([
    ['a hook', withProgram('.githooks/pre-commit')],
    ['a hook that is not executable, which some tools run all the same', withProgram('.husky/pre-push', '')],
  ])('%s needs the flag', (_, text) => {
    const refused = attach(text, '--no-install');
    expect(refused.status, refused.stdout).toBe(3);
    expect(refused.stderr).toContain('--allow-commands');
    expect(host.tree()).toEqual(before);
    expect(host.ligament('attach', './kit', '--yes', '--no-install', '--allow-commands').status).toBe(0);
  });
});

describe('what a definition may say, and what is told of it', () => {
  it('a program that no installed package brings is not looked for in the system', () => {
    const failed = attach(
      withProof(`{ run: { run: [sh, -c, "id > '${ran}'"], says: '', checks: x } }`),
      '--allow-commands',
    );
    expect(failed.status).toBe(4);
    expect(failed.stderr).toContain('no installed package brings a program "sh"');
    expect(host.tree()).toEqual(before);
  });

  it.each([
    ['a program', `{ run: { run: [rake, --all, '; id'], says: x, checks: x } }`, 'rake --all ; id'],
    ['a formatter', `{ format: { write: [rake, -w], check: [rake, -c], endings: [js] } }`, 'rake -w'],
    ['planted files', `{ page: { plants: { vite.config.js: x }, visit: / } }`, 'vite.config.js'],
  ])('a proof with %s needs the flag; agreeing to all else is no consent to it', (_, proof, words) => {
    const refused = attach(withProof(proof));
    expect(refused.status).toBe(3);
    expect(refused.stderr).toContain(words);
    expect(refused.stderr).toContain('--allow-commands');
    expect(host.tree()).toEqual(before);
    expect(host.ligament('attach', './kit', '--yes', '--no-prove', '--no-install').status).toBe(0);
  });

  it('a script that the package manager would run is shown as what it is, and needs the flag', () => {
    const text = withTie(`{ manifest.scripts: { scripts: { postinstall: "id > ${ran}", tend: echo tend } } }`);
    const refused = attach(text);
    expect(refused.status).toBe(3);
    expect(refused.stderr).toContain(`postinstall: id > ${ran} (a script that the package manager runs)`);
    const preview = host.ligament('attach', './kit', '--preview');
    expect(preview.stdout).toMatch(
      /postinstall: id .* the package manager runs it whenever it installs; only with --allow-commands/,
    );
    expect(preview.stdout).toMatch(/tend: echo tend +a script of the project: runs when you ask for it/);
    expect(host.ligament('attach', './kit', '--yes', '--no-install').status).toBe(0);
  });

  it('nothing of it steers the terminal', () => {
    const text = `${HEAD}${WAY}proofs: []\ntell: ["\\e[2J\\u202eline\\nProved  everything"]\n`;
    const done = attach(text);
    expect(done.status, done.stderr).toBe(0);
    expect(done.stdout).toContain('\\u{1b}[2J\\u{202e}line\\u{a}Proved  everything');
    expect(done.stdout).not.toMatch(/\nProved {2}everything/);
  });
});

describe('definitions of their own beside those that ship', () => {
  const KIT = `${HEAD}ways:
  plain:
    title: by one file
    ties:
      - lint.configs:
          when: { packages: { eslint: '*' } }
          item: "{ ignores: ['kit/**'] }"
    files:
      - { file: src/kit.js, text: "export const kit = 1;\\n", when: { packages: { eslint: '*' } } }
      - { file: src/always.js, text: "export const always = 1;\\n" }
proofs: []
`;
  const ESLINT = ['eslint', '--yes', '--no-install', '--no-prove'];

  it('the order does not matter, and what is fitted leaves again', () => {
    host.write('package.json', '{\n  "name": "plots",\n  "version": "1.0.0",\n  "type": "module"\n}\n');
    host.write('kit/integration.yaml', KIT);
    const bare = host.tree();
    const inOrder = (...steps: string[][]): Map<string, string> => {
      for (const step of steps) {
        const run = host.ligament(...step);
        expect(run.status, run.stderr).toBe(0);
      }
      return host.tree();
    };
    const kit = ['attach', './kit', '--yes', '--no-install'];
    const one = inOrder(kit, ['attach', ...ESLINT]);
    expect(host.read('eslint.config.js')).toContain('kit/**');
    expect(host.read('src/kit.js')).toContain('kit = 1');
    expect(inOrder(['detach', 'eslint', 'kit', '--yes', '--no-install'])).toEqual(bare);
    expect(inOrder(['attach', ...ESLINT], kit)).toEqual(one);
    // The one that it was fitted to leaves: so does what was there for it alone.
    fs.rmSync(path.join(host.root, 'kit'), { recursive: true });
    inOrder(['detach', 'eslint', '--yes', '--no-install']);
    expect(host.tree().has('eslint.config.js')).toBe(false);
    expect(host.tree().has('src/kit.js')).toBe(false);
    expect(host.read('src/always.js')).toContain('always = 1');
  });

  it('one that is fitted to another is not proved along: who attaches the other is told how to', () => {
    host.write('package.json', '{\n  "name": "plots",\n  "version": "1.0.0",\n  "type": "module"\n}\n');
    const proof = `{ run: { run: [touch, "${ran}"], says: x, checks: it runs } }`;
    host.write('kit/integration.yaml', KIT.replace('proofs: []', `proofs:\n  - ${proof}`));
    expect(host.ligament('attach', './kit', '--yes', '--no-install', '--no-prove').status).toBe(0);
    const shown = host.ligament('attach', 'eslint', '--preview', '--json');
    expect(shown.status, shown.stderr).toBe(0);
    const { changes } = JSON.parse(shown.stdout) as {
      changes: { proofs: { integration: string; runs: string[] }[] };
    };
    expect(changes.proofs.map(({ integration }) => integration)).toEqual(['eslint']);
    expect(changes.proofs[0]?.runs[0]).toMatch(/^eslint /);
    const done = host.ligament('attach', ...ESLINT);
    expect(done.status, done.stderr).toBe(0);
    expect(done.stdout).toContain('kit is adjusted to fit, but not proved again: ligament prove kit --allow-commands.');
  });

  it('the record says where it came from, with a digest of it, in the format of today', () => {
    host.write('kit/integration.yaml', KIT);
    expect(host.ligament('attach', './kit', '--yes', '--no-install').status).toBe(0);
    const record = JSON.parse(host.read('.ligament/attached/kit.json')) as Record<string, unknown>;
    expect(record).toMatchObject({ ledger: 4, source: { from: 'own' }, kept: { form: 2 } });
    expect(record.source).toHaveProperty('digest', expect.stringMatching(/^[0-9a-f]{64}$/));
  });

  it('records of the first format are read, and written in that of today when they next change', () => {
    host.write('kit/integration.yaml', KIT);
    host.write('package.json', '{\n  "name": "plots",\n  "version": "1.0.0",\n  "type": "module"\n}\n');
    const bare = host.tree();
    expect(host.ligament('attach', ...ESLINT).status).toBe(0);
    const file = '.ligament/attached/eslint.json';
    const old: Record<string, unknown> = { ...(JSON.parse(host.read(file)) as Record<string, unknown>), ledger: 1 };
    delete old.source;
    host.write(file, `${JSON.stringify(old, null, 2)}\n`);
    expect(host.ligament('survey').stdout).toContain('ESLint (eslint, flat-config)');
    expect(host.ligament('attach', './kit', '--yes', '--no-install').status).toBe(0);
    expect(host.read(file)).toMatch(/"ledger": 4,/);
    expect(host.ligament('detach', 'kit', 'eslint', '--yes', '--no-install').status).toBe(0);
    expect(host.tree()).toEqual(bare);
  });

  it('a way that a record of the second format keeps, in the first form, is fitted and taken out', () => {
    const kept = fs.readFileSync(path.join(import.meta.dirname, 'records/kept-form-1.json'), 'utf8');
    host.write(
      'package.json',
      '{\n  "name": "plots",\n  "type": "module",\n  "devDependencies": { "vite": "^7.3.0" }\n}\n',
    );
    host.write('vite.config.js', "import { defineConfig } from 'vite';\n\nexport default defineConfig({});\n");
    host.write('index.html', '<script type="module" src="/src/main.js"></script>\n');
    host.write('src/main.js', 'start();\n');
    const bare = host.tree();
    host.write('src/main.js', "import './kit';\n\nstart();\n");
    host.write('src/kit.js', 'export const kit = 1;\n');
    host.write('.ligament/attached/kit.json', kept);
    const survey = host.ligament('survey');
    expect(survey.status, survey.stderr).toBe(0);
    expect(survey.stdout).toContain('The kit (kit, plain)');
    expect(host.ligament('attach', ...ESLINT).status).toBe(0);
    expect(host.read('eslint.config.js')).toContain('kit/**');
    expect(host.read('.ligament/attached/kit.json')).toMatch(/"ledger": 4,[^]*"form": 2,/);
    const gone = host.ligament('detach', 'eslint', 'kit', '--yes', '--no-install');
    expect(gone.status, gone.stderr).toBe(0);
    expect(host.tree()).toEqual(bare);
  });
});
