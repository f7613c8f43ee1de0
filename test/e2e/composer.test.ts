import http from 'node:http';
import type { AddressInfo } from 'node:net';
import fs from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { filesIn, PhpHost, type PhpPackages } from '../support/php-host.ts';

const MANIFEST = (members: object = {}): string =>
  `${JSON.stringify({ name: 'society/shed', type: 'project', require: { php: '>=8.0', 'garden/soil': '^1.0' }, ...members }, null, 4)}\n`;

const tool = (range = '^1.0'): string => `format: 1
integration: shed-tool
title: Shed tool
kind: data
about: Is for the shed.
ecosystem: composer

ways:
  plain:
    title: as it is
    packages: { garden/tool: '${range}' }

proofs:
  - run: { run: [rake], says: raked, checks: its program runs }
`;

const RAKE = { bin: ['bin/rake'], files: { 'bin/rake': "#!/usr/bin/env php\n<?php\necho 'raked';\n" } };

const SOIL: PhpPackages = { 'garden/soil': { '1.4.0': {}, '1.5.0': {} } };

function hostWith(packages: PhpPackages, files: Record<string, string> = {}): PhpHost {
  const host = new PhpHost(
    { 'composer.json': MANIFEST(), '.gitignore': 'vendor\n', 'kit/integration.yaml': tool(), ...files },
    { ...SOIL, ...packages },
  );
  host.install();
  return host;
}

const ATTACH = ['attach', './kit', '--yes', '--allow-commands'];

function requiredBy(host: PhpHost): Record<string, string> {
  return (JSON.parse(host.read('composer.json')) as { require: Record<string, string> }).require;
}

describe('a Composer project', () => {
  it('gets the newest version that suits it, and is as it was once that has left', () => {
    const host = hostWith({
      'garden/tool': {
        '1.9.0': { require: { php: '>=99' }, ...RAKE },
        '1.8.0': { require: { 'garden/soil': '^2.0' }, ...RAKE },
        '1.7.0': { require: { 'ext-compost': '*' }, ...RAKE },
        '1.6.0': { require: { 'garden/worm': '^1.0' }, ...RAKE },
        '1.5.0': { require: { 'garden/soil': '^1.4', 'garden/string': '*' }, ...RAKE },
      },
      'garden/string': { '1.0.0': {} },
    });
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(0);
    expect(attached.stdout).toContain('garden/tool 1.5.0');
    expect(attached.stdout).toContain('newest that runs on PHP');
    expect(attached.stdout).toContain('packages: 2 added');
    expect(requiredBy(host)['garden/tool']).toBe('^1.5');
    expect(host.run('composer', ['validate', '--no-check-publish']).status).toBe(0);
    expect(host.run('composer', ['install', '--dry-run']).stderr).toContain('Nothing to install, update or remove');
    expect(host.ligament('detach', 'shed-tool', '--yes').status).toBe(0);
    expect(filesIn(host.root)).toEqual(before);
  });

  it('gets what goes with all that it requires where nothing is locked', () => {
    const packages: PhpPackages = {
      'garden/soil': {
        '1.5.0': { require: { 'garden/loam': '^1.0' } },
        '1.4.0': { require: { 'garden/loam': '^1.0' } },
      },
      'garden/loam': { '1.2.0': {}, '2.0.0': {} },
      'garden/tool': {
        '1.1.0': { require: { 'garden/loam': '^2.0' }, ...RAKE },
        '1.0.0': { require: { 'garden/loam': '^1.1 || ^2.0' }, ...RAKE },
      },
    };
    const host = new PhpHost(
      { 'composer.json': MANIFEST(), '.gitignore': 'vendor\n', 'kit/integration.yaml': tool() },
      packages,
    );
    expect(host.ligament('survey').stdout).toContain('none installed: run composer install');
    const attached = host.ligament(...ATTACH);
    expect(attached.status, attached.stderr).toBe(0);
    expect(attached.stdout).toContain('garden/tool 1.0.0');
    expect(attached.stdout).toContain('newest that goes with garden/soil ^1.0');
  });

  it('has nothing said of what Maven installs, which nobody looks up', () => {
    const pom =
      '<project><modelVersion>4.0.0</modelVersion><groupId>society</groupId><artifactId>shed</artifactId><version>1</version><dependencies><dependency><groupId>society</groupId><artifactId>soil</artifactId><version>1</version></dependency></dependencies></project>\n';
    const host = new PhpHost({ 'pom.xml': pom }, {});
    expect(host.ligament('survey').stdout).toMatch(/packages +1 declared\n/);
  });

  it('has packages moved within what it asks for, and is told of those that nobody asked about', () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': { require: { 'garden/soil': '^1.6' }, ...RAKE } } });
    host.offer({
      'garden/soil': { '1.5.0': {}, '1.6.0': {} },
      'garden/tool': { '1.0.0': { require: { 'garden/soil': '^1.6' }, ...RAKE } },
    });
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(0);
    expect(attached.stdout).toContain('garden/soil changes too, from 1.5.0 to 1.6.0');
    expect(requiredBy(host)['garden/soil']).toBe('^1.0');
    expect(host.ligament('undo', '--yes').status).toBe(0);
    expect(filesIn(host.root)).toEqual(before);
  });

  it('has a requirement raised first where that is enough, in the same plan', () => {
    const host = hostWith(
      { 'garden/soil': { '1.5.0': {} } },
      { 'composer.json': MANIFEST({ require: { 'garden/soil': '1.5.*' } }) },
    );
    host.offer({
      'garden/soil': { '1.5.0': {}, '1.6.0': {}, '2.0.0': {} },
      'garden/tool': { '1.0.0': { require: { 'garden/soil': '^1.6' }, ...RAKE } },
    });
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(0);
    expect(attached.stdout).toContain('raised from 1.5.0 to 1.6.0');
    expect(requiredBy(host)).toEqual({ 'garden/soil': '1.6.*', 'garden/tool': '^1.0' });
    expect(host.ligament('detach', 'shed-tool', '--yes').status).toBe(0);
    expect(filesIn(host.root)).toEqual(before);
  });

  it('is told what clashes in plain words, and nothing is written', () => {
    const host = hostWith({
      'garden/tool': {
        '1.1.0': { require: { 'garden/soil': '^2.0' } },
        '1.0.0': { require: { 'ext-compost': '*' } },
      },
    });
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(3);
    expect(attached.stderr).toContain('this way requires garden/tool ^1.0');
    expect(attached.stderr).toContain('requires garden/soil ^2.0');
    expect(attached.stderr).not.toContain('Problem 1');
    expect(filesIn(host.root)).toEqual(before);
  });

  it('is put back whole where an archive is not what was announced', () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': { ...RAKE, broken: true } } });
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(4);
    expect(attached.stderr).toContain('not what it announced');
    expect(filesIn(host.root)).toEqual(before);
  });

  it('has neither its scripts nor its plugins run', () => {
    const plugin = {
      type: 'composer-plugin',
      require: { 'composer-plugin-api': '^2.0' },
      extra: { class: 'Garden\\Mole' },
      autoload: { classmap: ['Mole.php'] },
      files: {
        'Mole.php':
          "<?php\nnamespace Garden;\nclass Mole implements \\Composer\\Plugin\\PluginInterface {\n  public function activate(\\Composer\\Composer $c, \\Composer\\IO\\IOInterface $io) { touch(getcwd() . '/dug-by-plugin'); }\n  public function deactivate(\\Composer\\Composer $c, \\Composer\\IO\\IOInterface $io) {}\n  public function uninstall(\\Composer\\Composer $c, \\Composer\\IO\\IOInterface $io) {}\n}\n",
      },
    };
    const host = hostWith(
      { 'garden/mole': { '1.0.0': plugin }, 'garden/tool': { '1.0.0': RAKE } },
      {
        'composer.json': MANIFEST({
          require: { 'garden/soil': '^1.0', 'garden/mole': '^1.0' },
          config: { 'allow-plugins': { 'garden/mole': true } },
          scripts: {
            'pre-update-cmd': 'touch dug-before-update',
            'post-install-cmd': 'touch dug-after-install',
            'pre-autoload-dump': 'touch dug-before-dump',
          },
        }),
      },
    );
    expect(host.ligament(...ATTACH).status).toBe(0);
    expect(host.ligament('detach', 'shed-tool', '--yes').status).toBe(0);
    expect(fs.readdirSync(host.root).filter((name) => name.startsWith('dug'))).toEqual([]);
    // Composer itself would have run both.
    host.run('composer', ['install']);
    expect(fs.readdirSync(host.root).filter((name) => name.startsWith('dug')).length).toBeGreaterThan(1);
  });

  it('keeps its lockfile whatever the settings of a user say of lockfiles', () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': RAKE } });
    const lock = host.read('composer.lock');
    host.settings({
      repositories: [{ type: 'composer', url: `file://${host.repository}` }, { 'packagist.org': false }],
      config: { lock: false },
    });
    expect(host.ligament(...ATTACH).status).toBe(0);
    expect(host.read('composer.lock')).toContain('garden/tool');
    expect(host.ligament('detach', 'shed-tool', '--yes').status).toBe(0);
    expect(host.read('composer.lock')).toBe(lock);
  });
});

describe('a project in which nothing is installed', () => {
  it('gets all of it, by what stands in for others in what it requires', () => {
    const host = new PhpHost(
      { 'composer.json': MANIFEST(), '.gitignore': 'vendor\n', 'kit/integration.yaml': tool() },
      {
        'garden/soil': { '1.5.0': { replace: { 'garden/compost': 'self.version' } } },
        'garden/tool': { '1.0.0': { require: { 'garden/compost': '^1.4' }, ...RAKE } },
      },
    );
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(0);
    expect(attached.stdout).toContain('new; packages: 2 added');
    expect(host.ligament('undo', '--yes').status).toBe(0);
    const sources = [...filesIn(host.root)].filter(([file]) => !file.startsWith('vendor/'));
    expect(new Map(sources)).toEqual(before);
  });

  it('is told which of its own requirements cannot be met here, and what could be', () => {
    const host = new PhpHost(
      {
        'composer.json': MANIFEST({ require: { 'garden/soil': '^1.24' } }),
        'kit/integration.yaml': tool(),
      },
      {
        'garden/soil': { '1.25.0': { require: { php: '>=99' } }, '1.13.0': {} },
        'garden/tool': { '1.0.0': RAKE },
      },
    );
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(3);
    expect(attached.stderr).toContain('garden/soil 1.25.0 requires PHP >=99');
    expect(attached.stderr).toContain('have garden/soil ^1.13 in composer.json');
  });
});

describe('taking out what the project uses', () => {
  it('names every place in sources, templates and settings that will miss it', () => {
    const host = hostWith({
      'garden/tool': {
        '1.0.0': {
          ...RAKE,
          autoload: { 'psr-4': { 'Garden\\Tool\\': 'src/' } },
        },
      },
    });
    expect(host.ligament(...ATTACH).status).toBe(0);
    host.write(
      'src/Bed.php',
      '<?php\n\nuse Garden\\Tool\\Rake;\n\n// Garden\\Tool\\Hoe was too short\n$rake = new Rake();\n',
    );
    host.write('src/Own.php', '<?php\n\nuse Society\\Garden\\Tool\\Rake;\n');
    host.write('config/services.yaml', 'services:\n    Garden\\Tool\\Spade: ~\n');
    const detached = host.ligament('detach', 'shed-tool', '--preview');
    expect(detached.status).toBe(0);
    expect(detached.stdout).toContain('src/Bed.php:3');
    expect(detached.stdout).toContain('config/services.yaml:2');
    expect(detached.stdout).not.toContain('src/Bed.php:5');
    expect(detached.stdout).not.toContain('src/Own.php');
  });
});

describe('a project that comes from strangers', () => {
  it.each([
    ['a folder above it', { config: { 'vendor-dir': '../elsewhere' } }, 'vendor-dir'],
    ['programs in a folder above it', { config: { 'bin-dir': '../programs' } }, 'bin-dir'],
  ])('gets nothing installed into %s', (_, members, key) => {
    const host = hostWith({ 'garden/tool': { '1.0.0': RAKE } });
    host.write('composer.json', MANIFEST(members));
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(3);
    expect(attached.stderr).toContain(key);
    expect(filesIn(host.root)).toEqual(before);
    for (const place of ['elsewhere', 'programs'])
      expect(fs.existsSync(path.join(path.dirname(host.root), place))).toBe(false);
  });

  it('gets nothing installed through a link', () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': RAKE } });
    const elsewhere = path.join(path.dirname(host.root), 'elsewhere');
    fs.renameSync(path.join(host.root, 'vendor'), elsewhere);
    fs.symlinkSync(elsewhere, path.join(host.root, 'vendor'));
    const before = filesIn(elsewhere);
    const attached = host.ligament(...ATTACH);
    expect(attached.status).toBe(3);
    expect(attached.stderr).toContain('vendor is a symbolic link');
    expect(filesIn(elsewhere)).toEqual(before);
  });

  it("has nothing of its repository's settings run while Composer asks git for its version", () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': RAKE } });
    host.commitAll();
    // A commit that is missing is fetched, by whatever the repository names for that.
    const hole = path.join(path.dirname(host.root), 'dug');
    host.git('config', 'core.repositoryFormatVersion', '1');
    host.git('config', 'extensions.partialClone', 'origin');
    host.git('config', 'remote.origin.promisor', 'true');
    host.git('config', 'remote.origin.url', `ext::sh -c touch% ${hole}`);
    host.git('config', 'protocol.ext.allow', 'always');
    const commit = host.git('rev-parse', 'HEAD').trim();
    fs.rmSync(path.join(host.root, '.git/objects', commit.slice(0, 2), commit.slice(2)));
    // Composer by itself would have run it.
    host.run('composer', ['show', '--self']);
    expect(fs.existsSync(hole)).toBe(true);
    fs.rmSync(hole);
    host.ligament(...ATTACH);
    expect(fs.existsSync(hole)).toBe(false);
  });

  it('has no say in where caches are, whose old files go', () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': RAKE } });
    delete host.environment.COMPOSER_CACHE_DIR;
    const top = path.dirname(host.root);
    const place = path.join(top, 'taken');
    const old = path.join(top, 'kept/of-old.txt');
    fs.mkdirSync(path.dirname(old));
    fs.writeFileSync(old, 'a harvest');
    fs.utimesSync(old, new Date('2020-01-01'), new Date('2020-01-01'));
    host.write(
      'composer.json',
      MANIFEST({ config: { 'cache-dir': place, 'data-dir': place, 'cache-files-dir': path.dirname(old) } }),
    );
    // Composer tidies up once in some fifty runs: here in every one.
    fs.writeFileSync(
      path.join(host.home, 'always.php'),
      '<?php\nnamespace Composer;\nfunction random_int($a, $b) { return 0; }\n',
    );
    fs.writeFileSync(path.join(host.home, 'always.ini'), `auto_prepend_file=${path.join(host.home, 'always.php')}\n`);
    host.environment.PHP_INI_SCAN_DIR = `:${host.home}`;
    expect(host.ligament(...ATTACH).status).toBe(0);
    expect(fs.existsSync(place)).toBe(false);
    expect(fs.existsSync(old)).toBe(true);
    // Composer by itself would have.
    host.run('composer', ['show', '--self']);
    expect(fs.existsSync(old)).toBe(false);
  });
});

describe('a repository that asks who is there', () => {
  it('gets the credentials of auth.json, which nobody else sees; offline, what it has said once is enough', async () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': RAKE } });
    const asked: (string | undefined)[] = [];
    const expected = `Basic ${Buffer.from('society:compost-heap').toString('base64')}`;
    const server = http.createServer((request, response) => {
      asked.push(request.headers.authorization);
      if (request.headers.authorization !== expected) return response.writeHead(401).end();
      const file = path.join(host.repository, path.basename(request.url ?? ''));
      return fs.existsSync(file) ? response.end(fs.readFileSync(file)) : response.writeHead(404).end();
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    try {
      host.settings({ config: { 'secure-http': false } });
      const repositories = [{ type: 'composer', url: `http://127.0.0.1:${port}` }, { 'packagist.org': false }];
      host.write('composer.json', MANIFEST({ repositories }));
      const refused = await host.ligamentAsync('attach', './kit', '--preview');
      expect(refused.status).toBe(3);
      expect(refused.stderr).toContain('Check the credentials');
      const basic = { [`127.0.0.1:${port}`]: { username: 'society', password: 'compost-heap' } };
      host.write('auth.json', JSON.stringify({ 'http-basic': basic }));
      const attached = await host.ligamentAsync(...ATTACH, '--json');
      expect(attached.status).toBe(0);
      expect(attached.stdout + attached.stderr + host.read('composer.lock')).not.toContain('compost-heap');
      expect((await host.ligamentAsync('detach', 'shed-tool', '--yes')).status).toBe(0);
      asked.length = 0;
      const again = await host.ligamentAsync(...ATTACH, '--offline');
      expect(again.stderr).not.toContain('is not known');
      expect(again.status).toBe(0);
      expect(asked).toEqual([]);
    } finally {
      server.close();
    }
  });
});

describe('repositories of other kinds', () => {
  it('are looked into where they are folders of the project', () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': RAKE } });
    const manifest = { name: 'garden/tool', version: '1.4.0', bin: ['bin/rake'] };
    host.write('packages/tool/composer.json', JSON.stringify(manifest));
    host.write('packages/tool/bin/rake', RAKE.files['bin/rake']);
    // The project's own are asked before the user's.
    host.write('composer.json', MANIFEST({ repositories: [{ type: 'path', url: 'packages/*' }] }));
    const before = filesIn(host.root);
    const attached = host.ligament(...ATTACH);
    expect(attached.stdout).toContain('garden/tool 1.4.0');
    expect(attached.status).toBe(0);
    expect(host.ligament('detach', 'shed-tool', '--yes').status).toBe(0);
    expect(filesIn(host.root)).toEqual(before);
  });

  it('are looked into where they are archives, which Composer itself reads with an extension of PHP only', () => {
    const host = hostWith({ 'garden/tool': { '1.0.0': RAKE } });
    const own = new PhpHost({}, { 'garden/tool': { '1.4.0': RAKE } });
    const archive = 'garden-tool-1.4.0.zip';
    fs.mkdirSync(path.join(host.root, 'archives/garden'), { recursive: true });
    fs.copyFileSync(path.join(own.repository, archive), path.join(host.root, 'archives/garden', archive));
    host.write('composer.json', MANIFEST({ repositories: [{ type: 'artifact', url: 'archives' }] }));
    const attached = host.ligament(...ATTACH);
    if (host.run('php', ['-m']).stdout.split('\n').includes('zip'))
      expect(attached.stdout).toContain('garden/tool 1.4.0');
    else expect(attached.stderr).toContain("why      The artifact repository requires PHP's zip extension");
  });
});
