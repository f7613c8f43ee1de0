import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { gardenManifest } from '../support/garden.ts';
import { PROGRAM, TestHost, type Run } from '../support/host.ts';
import { asRoot } from '../support/own-mount.ts';

// Faults that were once there, one after the other: each with what showed it.
const HEAD = 'format: 1\nintegration: kit\ntitle: The kit\nkind: data\nabout: Only for tests.\n';
const way = (ties: string, files = '', proofs = '[]'): string =>
  `${HEAD}ways:\n  plain: { title: by itself, ties: [${ties}], files: [${files}] }\nproofs: ${proofs}\n`;

let host: TestHost;
beforeEach(() => {
  host = new TestHost({ 'package.json': gardenManifest(), '.gitignore': 'node_modules\n' });
});
afterEach(() => host.remove());

function program(name: string, text: string): void {
  host.write(`node_modules/.bin/${name}`, `#!/bin/sh\n${text}\n`);
  fs.chmodSync(path.join(host.root, `node_modules/.bin/${name}`), 0o755);
}

function attach(...more: string[]): Run {
  return host.ligament('attach', './kit', '--yes', '--allow-commands', ...more);
}

it('a failed change removes no folder of packages but those that the manager made', () => {
  host.write('.gitignore', '/node_modules\n');
  host.write('src/node_modules/lib/index.js', 'own();\n');
  host.write(
    'kit/integration.yaml',
    way(
      '{ manifest.scripts: { scripts: { tend: echo } } }',
      '{ file: src/extra.js, text: "x();\\n" }',
      '[{ run: { run: [not-there], says: x, checks: x } }]',
    ),
  );
  host.commitAll();
  const failed = attach();
  expect(failed.status, failed.stderr).toBe(4);
  expect(host.read('src/node_modules/lib/index.js')).toBe('own();\n');
  expect(host.git('status', '--short')).toBe('');
  expect(fs.existsSync(path.join(host.root, 'node_modules'))).toBe(false);
});

it('--commit with nothing that git would take commits nothing', () => {
  host.write('.gitignore', 'node_modules\n.ligament\nout\n');
  host.write('kit/integration.yaml', way('', '{ file: out/x.txt, text: "x\\n" }'));
  host.commitAll();
  host.write('draft.txt', 'mine\n');
  const done = attach('--commit');
  expect(done.status, done.stderr).toBe(0);
  expect(done.stdout).toContain('there is nothing in it that git would take');
  expect(host.git('log', '--format=%s').trim()).toBe('As it is');
  expect(host.git('status', '--short')).toContain('?? draft.txt');
});

it("hooks of a project below the repository's top are where git looks for them; the team's own are left", () => {
  const top = path.dirname(host.root);
  spawnSync('git', ['init', '--quiet', top]);
  host.write('kit/integration.yaml', way('{ hooks.pre-commit: { run: "sh ./tend.sh" } }'));
  host.write('tend.sh', 'pwd > "$HOME/where"\n');
  host.environment.HOME = top;
  host.environment.GIT_AUTHOR_NAME = host.environment.GIT_COMMITTER_NAME = 'Committee';
  host.environment.GIT_AUTHOR_EMAIL = host.environment.GIT_COMMITTER_EMAIL = 'committee@example.org';
  const done = attach();
  expect(done.status, done.stderr).toBe(0);
  expect(host.run('git', ['config', 'core.hooksPath']).stdout.trim()).toBe('host/.githooks');
  host.run('git', ['add', '--all', 'kit']);
  const committed = host.run('git', ['commit', '--message=with the hook']);
  expect(committed.status, committed.stderr).toBe(0);
  expect(fs.readFileSync(path.join(top, 'where'), 'utf8').trim()).toBe(host.root);
  expect(host.ligament('detach', 'kit', '--yes').status).toBe(0);
  expect(host.run('git', ['config', 'core.hooksPath']).stdout).toBe('');
  fs.writeFileSync(path.join(top, '.git/hooks/pre-commit'), '#!/bin/sh\n', { mode: 0o755 });
  const refused = attach();
  expect(refused.status).toBe(3);
  expect(refused.stderr).toContain('there are hooks in .git/hooks');
  expect(refused.stderr).toContain('git config core.hooksPath host/.githooks');
});

it('a hook that comes back by undo can be run, and a patch says so', () => {
  host.write('kit/integration.yaml', way('{ hooks.pre-commit: { run: "true" } }'));
  host.commitAll();
  const patch = host.ligament('attach', './kit', '--preview', '--format', 'patch').stdout;
  expect(patch).toMatch(/\.githooks\/pre-commit\nnew file mode 100755/);
  expect(attach().status).toBe(0);
  const mode = (): number => fs.statSync(path.join(host.root, '.githooks/pre-commit')).mode & 0o777;
  expect(mode()).toBe(0o755);
  expect(host.ligament('detach', 'kit', '--yes').status).toBe(0);
  expect(host.ligament('undo', '--yes').status).toBe(0);
  expect(mode()).toBe(0o755);
});

it('a secret with a dollar sign is what the loader of the project reads', () => {
  host.write('package.json', JSON.stringify({ name: 'plots', type: 'module', devDependencies: { vite: '^7.3.0' } }));
  host.write('vite.config.js', "import { defineConfig } from 'vite'\nexport default defineConfig({})\n");
  host.write('index.html', '<script type="module" src="/main.js"></script>\n');
  host.write('main.js', '');
  host.write(
    'kit/integration.yaml',
    way('{ environment.file: { variables: { VITE_X: { secret: word, example: x } } } }').replace(
      'ways:',
      'choices:\n  word: { kind: secret, ask: Which }\nways:',
    ),
  );
  host.environment.LIGAMENT_SECRET_WORD = "pa$word9 ${HOME} it's";
  const done = attach('--no-install');
  expect(done.status, done.stderr).toBe(0);
  const vite = path.join(projectRoot(), 'node_modules/vite/dist/node/index.js');
  const script = `import { loadEnv } from '${vite}'; console.log(loadEnv('development', '${host.root}').VITE_X)`;
  const read = host.run(process.execPath, ['--input-type=module', '-e', script]);
  expect(read.stdout.trim(), read.stderr).toBe("pa$word9 ${HOME} it's");
  expect(host.ligament('survey').stdout).not.toContain('changed by hand');
  expect(host.ligament('detach', 'kit', '--yes', '--no-install').status).toBe(0);
  expect(fs.existsSync(path.join(host.root, '.env'))).toBe(false);
});

it('sources in folders that are called like results are in the copy', () => {
  program('tell', 'node src/main.js');
  host.write('src/coverage/x.js', "console.log('covered');\n");
  host.write('src/dist/y.js', "console.log('shipped');\n");
  host.write('src/main.js', "require('./coverage/x.js');\nrequire('./dist/y.js');\n");
  host.write(
    'kit/integration.yaml',
    way('', '{ file: a.txt, text: a }', '[{ run: { run: [tell], says: shipped, checks: x } }]'),
  );
  host.write('package.json', '{\n  "name": "plots"\n}\n');
  host.commitAll();
  const done = attach();
  expect(done.status, done.stderr).toBe(0);
});

it('data that cannot be removed is told of: the rest has gone, and nothing is called a fault of its own', () => {
  host.write('kit/integration.yaml', `${way('', '{ file: a.txt, text: a }')}data: [{ path: kept, holds: all }]\n`);
  expect(attach().status).toBe(0);
  fs.mkdirSync(path.join(host.root, 'kept'));
  const { status, stdout, stderr } = asRoot(
    [
      'unshare',
      '--mount',
      'bash',
      '-c',
      `mount -t tmpfs none '${host.root}/kept' && cd '${host.root}' && '${process.execPath}' '${PROGRAM}' detach kit --yes --with-data`,
    ],
    host.environment,
  );
  expect(status, stderr).toBe(0);
  expect(stdout).toContain('kept could not be removed (EBUSY');
  expect(fs.existsSync(path.join(host.root, 'a.txt'))).toBe(false);
});

it('uses of a package are told of although a script has its name', () => {
  host.write(
    'package.json',
    JSON.stringify({ name: 'plots', scripts: { twine: 'twine --all' }, devDependencies: { twine: '^1.0.0' } }, null, 2),
  );
  host.write('src/a.js', "import twine from 'twine';\ntwine();\n");
  const splice = { inserted: '    "twine": "^1.0.0"\n', before: '  "devDependencies": {\n', after: '  }\n}' };
  host.write(
    '.ligament/attached/kit.json',
    JSON.stringify({
      ledger: 1,
      integration: 'kit',
      title: 'Kit',
      way: 'plain',
      choices: {},
      packages: { twine: '^1.0.0' },
      edits: [
        {
          file: 'package.json',
          format: 'json',
          operation: { op: 'set', pointer: '/devDependencies/twine', value: '^1.0.0' },
          splices: [splice],
        },
      ],
      proofs: [],
    }),
  );
  const preview = host.ligament('detach', 'kit', '--preview');
  expect(preview.status, preview.stderr).toBe(0);
  expect(preview.stdout).toMatch(/twine +removed from the root/);
  expect(preview.stdout).toContain('src/a.js:1');
});

it('a path with a dot is seen from where one stands; a root that cannot be read is not passed over', () => {
  host.write('package.json', JSON.stringify({ name: 'plots', private: true, workspaces: ['web'] }));
  host.write('web/package.json', JSON.stringify({ name: 'web', version: '1.0.0' }));
  const seen = host.ligament('survey', '--json', '--cwd', path.join(host.root, 'web'), '--workspace', '.');
  expect((JSON.parse(seen.stdout) as { workspaces: { name: string }[] }).workspaces.map(({ name }) => name)).toEqual([
    'web',
  ]);
  const inside = host.run('sh', ['-c', `cd web && '${process.execPath}' '${PROGRAM}' survey --json --workspace .`]);
  expect((JSON.parse(inside.stdout) as { workspaces: { name: string }[] }).workspaces.map(({ name }) => name)).toEqual([
    'web',
  ]);
  host.write('package.json', '{ "name": "plots", "private": true, "workspaces": ["web"], }');
  const broken = host.ligament('survey', '--cwd', path.join(host.root, 'web'));
  expect(broken.status).toBe(2);
  expect(broken.stderr).toContain('package.json:1:');
});

it('--json says what is wrong with the command as well; a patch is a preview, and no JSON', () => {
  for (const args of [
    ['survey', '--json', '--nope'],
    ['atach', '--json'],
    ['attach', '--json'],
  ]) {
    const { status, stdout } = host.ligament(...args);
    expect(status).toBe(2);
    expect(JSON.parse(stdout)).toMatchObject({ status: 2, problem: { what: expect.any(String) as string } });
  }
  host.write('kit/integration.yaml', way('', '{ file: a.txt, text: a }'));
  const both = host.ligament('attach', './kit', '--preview', '--format', 'patch', '--json');
  expect(both.status).toBe(2);
  expect(both.stdout).not.toContain('diff --git');
  const alone = host.ligament('attach', './kit', '--yes', '--format', 'patch');
  expect(alone.status).toBe(2);
  expect(alone.stderr).toContain('--format patch shows a preview only');
  expect(fs.existsSync(path.join(host.root, 'a.txt'))).toBe(false);
});

it('a page that nobody can look at is neither proved nor failed', () => {
  host.write(
    'package.json',
    JSON.stringify({
      name: 'plots',
      type: 'module',
      scripts: { build: 'vite build' },
      devDependencies: { vite: '^7.3.0' },
    }),
  );
  host.write('index.html', '<p>Plots</p><script type="module" src="/main.js"></script>\n');
  host.write('main.js', '');
  host.write('kit/integration.yaml', way('', '{ file: a.txt, text: a }', '[{ page: { visit: / } }]'));
  host.install();
  const bin = path.join(path.dirname(host.root), 'bin');
  fs.mkdirSync(bin);
  for (const name of ['node', 'npm', 'git', 'sh', 'env'])
    fs.symlinkSync(host.run('sh', ['-c', `command -v ${name}`]).stdout.trim(), path.join(bin, name));
  host.environment.PATH = bin;
  const done = attach();
  expect(done.status, done.stderr).toBe(0);
  expect(done.stdout).toContain(
    'Seen in part  npm run build built it, but there is no Chromium here to look at its pages',
  );
  expect(done.stdout).not.toContain('Proved');
  const proved = host.ligament('prove', '--allow-commands');
  expect(proved.status).toBe(1);
  expect(proved.stdout).toContain('Seen in part');
});

it('a secret goes into no file that git does not answer for', () => {
  host.write(
    'kit/integration.yaml',
    way('{ environment.file: { variables: { KEY: { secret: word, example: x } } } }').replace(
      'ways:',
      'choices:\n  word: { kind: secret, ask: Which, make: random }\nways:',
    ),
  );
  host.write('.env', 'A=1\n');
  host.commitAll();
  const refused = (): Run => {
    const run = attach('--no-install');
    expect(run.status, run.stderr).toBe(3);
    expect(host.read('.env')).toBe('A=1\n');
    return run;
  };
  expect(refused().stderr).toContain('.env is kept in version control');
  const index = fs.readFileSync(path.join(host.root, '.git/index'));
  fs.writeFileSync(path.join(host.root, '.git/index'), 'broken');
  expect(refused().stderr).toContain('git does not say whether it is kept in version control');
  fs.writeFileSync(path.join(host.root, '.git/index'), index);
  if (process.getuid?.() === 0) {
    spawnSync('chown', ['-R', '65534', path.join(host.root, '.git')]);
    expect(refused().stderr).toContain('dubious ownership');
    expect(host.ligament('survey').stdout).toMatch(/git +does not answer/);
    spawnSync('chown', ['-R', '0', path.join(host.root, '.git')]);
  }
  const bin = path.join(path.dirname(host.root), 'bin');
  fs.mkdirSync(bin);
  for (const name of ['node', 'npm', 'sh', 'env'])
    fs.symlinkSync(host.run('sh', ['-c', `command -v ${name}`]).stdout.trim(), path.join(bin, name));
  host.environment.PATH = bin;
  expect(refused().stderr).toContain('git is not installed');
});

it("another user's project above decides nothing; what others wrote meanwhile is not removed", () => {
  if (process.getuid?.() !== 0) return;
  const top = path.dirname(host.root);
  fs.writeFileSync(
    path.join(top, 'package.json'),
    JSON.stringify({ name: 'evil', workspaces: ['host'], scripts: { preinstall: 'id' } }),
  );
  spawnSync('chown', ['65534', path.join(top, 'package.json')]);
  const refused = host.ligament('survey');
  expect(refused.status).toBe(3);
  expect(refused.stderr).toContain('belongs to another user');
  fs.rmSync(path.join(top, 'package.json'));
  // Names that look like temporary files are somebody's own.
  host.write(
    'kit/integration.yaml',
    way('', '{ file: src/x.js, text: x }', '[{ run: { run: [not-there], says: x, checks: x } }]'),
  );
  for (const name of ['package.json.20261127', 'package.json.1732700000', 'package.json.ligament-x-1'])
    host.write(name, 'mine');
  const before = host.tree();
  expect(attach('--no-install', '--no-prove').status).toBe(0);
  expect(host.ligament('undo', '--yes', '--no-install').status).toBe(0);
  expect(attach().status).toBe(4);
  expect(host.tree()).toEqual(before);
});
