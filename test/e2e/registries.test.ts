import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { Garden, gardenManifest } from '../support/garden.ts';
import type { Run } from '../support/host.ts';
import { definitionText } from '../support/versions/run-version-case.ts';

let garden: Garden | undefined;
const servers: http.Server[] = [];
afterEach(async () => {
  for (const server of servers.splice(0)) server.close();
  await garden?.close();
  garden = undefined;
});

const PACKAGES = { twine: { '1.4.0': {} }, '@shed/pump': { '1.0.0': {} } };
const FILES = { 'package.json': gardenManifest(), 'kit/integration.yaml': definitionText({ twine: '^1' }) };
const ATTACH = ['attach', './kit', '--yes'];

/** Runs an attach that must end in a status with nothing changed; returns its message without line breaks. */
async function refused(one: Garden, status: number, ...args: string[]): Promise<string> {
  const before = one.host.tree();
  const run = await one.ligament(...(args.length > 0 ? args : ATTACH));
  expect(run.status, run.stderr).toBe(status);
  expect(one.host.tree()).toEqual(before);
  return run.stderr.replace(/\s+/g, ' ');
}

describe('registries that fail or lie', () => {
  it.each([
    [{ kind: 'status', status: 500 }, 'it answered 500'],
    [{ kind: 'status', status: 401 }, 'Check the credentials'],
    [{ kind: 'html' }, 'its answer is not JSON'],
    [{ kind: 'redirect', to: 'file:///etc/passwd' }, 'could not be asked about twine'],
    [{ kind: 'redirect', to: 'http://127.0.0.1:9/twine' }, 'ECONNREFUSED'],
  ] as const)('%o: said, and nothing changed', async (fault, words) => {
    garden = await Garden.open(PACKAGES, FILES);
    garden.registry.faults.set('twine', fault);
    expect(await refused(garden, 3)).toContain(words);
  });

  it('a failing registry is asked again, but not for ever', async () => {
    garden = await Garden.open(PACKAGES, FILES);
    garden.registry.faults.set('twine', { kind: 'status', status: 503 });
    await refused(garden, 3);
    expect(garden.registry.requests.filter((request) => request === 'GET /twine')).toHaveLength(3);
  });

  it('an answer in many parts is read without a warning of Node.js', async () => {
    garden = await Garden.open(PACKAGES, FILES);
    const document = await (await fetch(`${garden.registry.url}twine`)).text();
    const server = http.createServer((_, response) => {
      response.writeHead(200, { 'content-type': 'application/json' });
      const parts = [document.slice(0, -1), ...Array.from({ length: 30 }, () => ' '), '}'];
      const next = (): void => {
        const part = parts.shift();
        if (part === undefined) response.end();
        else response.write(part, () => setTimeout(next, 5));
      };
      next();
    });
    servers.push(server);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    garden.host.environment.npm_config_registry = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
    const run = await garden.ligament(...ATTACH, '--preview');
    expect(run.status, run.stderr).toBe(0);
    expect(run.stderr).not.toContain('Warning');
  });

  it('a slow one is waited for', async () => {
    garden = await Garden.open(PACKAGES, FILES);
    garden.registry.faults.set('twine', { kind: 'slow', milliseconds: 1500 });
    expect((await garden.ligament(...ATTACH, '--no-install')).status).toBe(0);
  });

  it.each([
    ['wrong integrity', 'What the registry delivered is not what it announced'],
    ['truncated tarball', 'Everything was put back'],
  ] as const)('%s: the manager refuses it, and everything is put back', async (kind, words) => {
    garden = await Garden.open(PACKAGES, FILES);
    garden.registry.faults.set('twine', { kind });
    expect(await refused(garden, 4)).toContain(words);
  });
});

describe('the settings of npm', () => {
  it('name a registry for a scope, with its token', async () => {
    garden = await Garden.open(PACKAGES, FILES);
    const seen: { url: string | undefined; token: string | undefined }[] = [];
    const inner = garden.registry.url;
    const server = http.createServer((request, response) => {
      seen.push({ url: request.url, token: request.headers.authorization });
      void fetch(`${inner}${request.url?.slice(1) ?? ''}`, {
        headers: { accept: request.headers.accept ?? '*/*' },
      }).then(async (answer) => {
        response
          .writeHead(answer.status, { 'content-type': 'application/json' })
          .end(Buffer.from(await answer.arrayBuffer()));
      });
    });
    servers.push(server);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    garden.host.write(
      '.npmrc',
      `@shed:registry=http://127.0.0.1:${port}/\n//127.0.0.1:${port}/:_authToken=only-for-the-shed\n`,
    );
    garden.host.write('kit/integration.yaml', definitionText({ twine: '^1', '@shed/pump': '^1' }));
    const run = await garden.ligament(...ATTACH, '--no-install', '--json');
    expect(run.status, run.stderr).toBe(0);
    const token = 'Bearer only-for-the-shed';
    expect(seen).toEqual([
      { url: '/@shed%2Fpump', token },
      { url: '/@shed%2Fpump/1.0.0', token },
    ]);
    expect(run.stdout + run.stderr + garden.host.read('.ligament/attached/garden-kit.json')).not.toContain('only-for');
  });
});

describe('answers are kept', () => {
  async function attachAndDetach(one: Garden): Promise<Run> {
    const run = await one.ligament(...ATTACH, '--no-install');
    expect(run.status, run.stderr).toBe(0);
    expect((await one.ligament('detach', 'garden-kit', '--no-install', '--yes')).status).toBe(0);
    return run;
  }
  const asked = (one: Garden): number => one.registry.requests.filter((request) => request === 'GET /twine').length;

  it('as long as the registry says that they hold', async () => {
    garden = await Garden.open(PACKAGES, FILES);
    await attachAndDetach(garden);
    await attachAndDetach(garden);
    expect(asked(garden)).toBe(1);
  });

  it('and after that by their ETags: what has not changed is not sent again', async () => {
    garden = await Garden.open(PACKAGES, FILES, { maxAge: 0 });
    await attachAndDetach(garden);
    await attachAndDetach(garden);
    expect(asked(garden)).toBe(2);
    expect(garden.registry.answers).toEqual([200, 304]);
  });

  it('but not for another registry', async () => {
    garden = await Garden.open(PACKAGES, FILES);
    await attachAndDetach(garden);
    const other = await Garden.open({ twine: { '1.9.0': {} } }, {});
    try {
      garden.host.environment.npm_config_registry = other.registry.url;
      expect((await attachAndDetach(garden)).stdout).toContain('twine 1.9.0');
      expect([asked(garden), asked(other)]).toEqual([1, 1]);
    } finally {
      await other.close();
    }
  });

  it('nor where a variable that the settings speak of has another value', async () => {
    garden = await Garden.open(PACKAGES, { ...FILES, '.npmrc': 'registry=${SHED_REGISTRY}\n' });
    const other = await Garden.open({ twine: { '1.9.0': {} } }, {});
    const { environment } = garden.host;
    delete environment.npm_config_registry;
    try {
      environment.SHED_REGISTRY = garden.registry.url;
      expect((await attachAndDetach(garden)).stdout).toContain('twine 1.4.0');
      environment.SHED_REGISTRY = other.registry.url;
      expect((await attachAndDetach(garden)).stdout).toContain('twine 1.9.0');
    } finally {
      await other.close();
    }
  });

  it('and used offline, however old; what was never asked for is named', async () => {
    garden = await Garden.open(PACKAGES, FILES, { maxAge: 0 });
    await attachAndDetach(garden);
    garden.host.environment.npm_config_registry = garden.registry.url;
    const offline = await garden.ligament(...ATTACH, '--no-install', '--offline');
    expect(offline.status, offline.stderr).toBe(0);
    expect((await garden.ligament('detach', 'garden-kit', '--no-install', '--yes')).status).toBe(0);
    expect(asked(garden)).toBe(1);
    garden.host.write('kit/integration.yaml', definitionText({ '@shed/pump': '*' }));
    expect(await refused(garden, 3, ...ATTACH, '--offline')).toContain(
      'What the package registry says of @shed/pump is not known',
    );
  });
});

describe('managers and lockfiles that are not as they should be', () => {
  it('a lockfile with the marks of a merge', async () => {
    garden = await Garden.open(PACKAGES, { ...FILES, 'package-lock.json': '{\n<<<<<<< HEAD\n}\n' });
    expect(await refused(garden, 3)).toMatch(
      /package-lock\.json cannot be read where package-lock\.json:2 why it has marks of a merge/,
    );
  });

  it('a lockfile that is cut off', async () => {
    garden = await Garden.open(PACKAGES, {
      ...FILES,
      'package-lock.json': '{ "name": "garden", "lockfileVersion": 3, "pack',
    });
    expect(await refused(garden, 3)).toContain('it is not JSON');
  });

  it('a manager that is not installed', async () => {
    garden = await Garden.open(PACKAGES, { ...FILES, 'pnpm-lock.yaml': "lockfileVersion: '9.0'\n" });
    const message = await refused(garden, 3);
    expect(message).toContain('pnpm is not installed');
    expect(message).toContain('Nothing was changed. Install pnpm, or use --no-install');
    expect((await garden.ligament(...ATTACH, '--no-install')).stdout).toContain('Run pnpm install');
  });

  it('another major version than "packageManager" asks for', async () => {
    garden = await Garden.open(PACKAGES, {
      ...FILES,
      'package.json': gardenManifest({ packageManager: 'npm@6.14.0' }),
    });
    expect(await refused(garden, 3)).toMatch(
      /package\.json asks for npm 6\.14\.0, and \d+\.\d+\.\d+ is installed where package\.json/,
    );
  });

  it('two lockfiles are told', async () => {
    garden = await Garden.open(PACKAGES, {
      ...FILES,
      'yarn.lock': '',
      'package-lock.json': '{ "lockfileVersion": 3, "packages": {} }\n',
    });
    expect((await garden.ligament('survey')).stdout).toContain('several lockfiles: package-lock.json, yarn.lock');
    expect((await garden.ligament(...ATTACH, '--preview')).stdout).toContain('several lockfiles');
  });
});

describe('sections of the manifest', () => {
  const wrong = gardenManifest({ dependencies: { twine: '^1.0.0' } });

  it('a package in the wrong one is told, and stays', async () => {
    garden = await Garden.open(PACKAGES, { ...FILES, 'package.json': wrong });
    const run = await garden.ligament(...ATTACH, '--no-install');
    expect(run.stdout.replace(/\s+/g, ' ')).toContain(
      'garden has twine in "dependencies"; for Garden kit it belongs into "devDependencies"',
    );
    expect(JSON.parse(garden.host.read('package.json'))).toMatchObject({ dependencies: { twine: '^1.0.0' } });
  });

  it('and is moved on request, and back again', async () => {
    garden = await Garden.open(PACKAGES, { ...FILES, 'package.json': wrong });
    const run = await garden.ligament(...ATTACH, '--no-install', '--move-packages');
    expect(run.status, run.stderr).toBe(0);
    expect(JSON.parse(garden.host.read('package.json'))).toMatchObject({
      dependencies: {},
      devDependencies: { twine: '^1.0.0' },
    });
    expect((await garden.ligament('detach', 'garden-kit', '--no-install', '--yes')).status).toBe(0);
    expect(garden.host.read('package.json')).toBe(wrong);
  });
});

describe('weaknesses that the registry knows of', () => {
  const advisories = {
    twine: [
      { title: 'Knots come undone', severity: 'low', vulnerable_versions: '<2', url: 'https://example.org/knots' },
      { title: 'Old ones only', severity: 'high', vulnerable_versions: '<1.2' },
    ],
    other: [{ title: 'Not ours', severity: 'critical', vulnerable_versions: '*' }],
  };

  it('of the versions that were chosen are named before anybody agrees', async () => {
    garden = await Garden.open(PACKAGES, FILES);
    Object.assign(garden.registry.advisories, advisories);
    garden.host.environment.npm_config_audit = 'true';
    const { stdout, status } = await garden.ligament('attach', './kit', '--preview');
    expect(status).toBe(0);
    expect(stdout.replace(/\s+/g, ' ')).toContain(
      'twine 1.4.0 has a known vulnerability (low): Knots come undone, https://example.org/knots.',
    );
    expect(stdout).not.toMatch(/Old ones|Not ours/);
    // Within the hour nothing is asked again, and the same is told.
    const asked = garden.registry.requests.length;
    const again = await garden.ligament('attach', './kit', '--preview');
    expect(again.stdout).toBe(stdout);
    expect(garden.registry.requests.slice(asked).filter((one) => one.startsWith('POST'))).toEqual([]);
  });

  it('are not asked for offline, nor where the settings say so; a registry that knows none is as good as any', async () => {
    garden = await Garden.open(PACKAGES, FILES);
    Object.assign(garden.registry.advisories, advisories);
    expect((await garden.ligament('attach', './kit', '--preview')).stdout).not.toContain('Knots');
    garden.host.environment.npm_config_audit = 'true';
    expect((await garden.ligament('attach', './kit', '--preview', '--offline')).stdout).not.toContain('Knots');
    garden.registry.advisories.twine = [{ title: 'x' } as never];
    expect((await garden.ligament('attach', './kit', '--preview')).status).toBe(0);
  });
});

describe('what is published of the packages', () => {
  const licensed = { twine: { '1.4.0': { license: 'MIT' } }, '@shed/pump': { '1.0.0': {} } };
  const rowsOf = (stdout: string): string =>
    /Packages\n(.*?)\n\n/s.exec(stdout)?.[1]?.replace(/ +/g, ' ').trim() ?? stdout;

  it('stands beside each: its license and its size; a second preview asks for neither', async () => {
    garden = await Garden.open(licensed, FILES);
    const first = await garden.ligament('attach', './kit', '--preview');
    const size = Buffer.byteLength('export {};\n') + Buffer.byteLength(manifestOf('twine', licensed.twine['1.4.0']));
    // What is measured is the archive once it is unpacked: blocks of 512 bytes, with a head for each file (POSIX.1, pax).
    const [, told = ''] = / MIT, (\S+) kB /.exec(rowsOf(first.stdout)) ?? [];
    expect(Number(told) * 1000, first.stdout).toBeGreaterThan(size);
    expect(Number(told) * 1000).toBeLessThan(size + 16_000);
    const asked = garden.registry.requests.length;
    expect((await garden.ligament('attach', './kit', '--preview')).stdout).toBe(first.stdout);
    const offline = await garden.ligament('attach', './kit', '--preview', '--offline');
    expect(rowsOf(offline.stdout)).toBe(rowsOf(first.stdout));
    expect(garden.registry.requests.slice(asked)).toEqual([]);
  });

  it.each([
    [{ license: 'MIT', dist: { unpackedSize: 1_234_567 } }, 'twine 1.4.0 development, as ^1.4.0 MIT, 1.23 MB newest'],
    [{ licenses: [{ type: 'MIT' }, { type: 'Apache-2.0' }] }, 'as ^1.4.0 MIT or Apache-2.0 newest'],
    [{ license: { type: 'ISC' } }, 'twine 1.4.0 development, as ^1.4.0 ISC newest'],
    [{ license: '\u001b[31mMIT', dist: { unpackedSize: 'much' } }, String.raw`as ^1.4.0 \u{1b}[31mMIT newest`],
    [{ dist: { tarball: 'file:///etc/passwd' } }, 'twine 1.4.0 development, as ^1.4.0 newest'],
    ['no record', 'twine 1.4.0 development, as ^1.4.0 newest'],
  ])('%j: %s', async (document, row) => {
    garden = await Garden.open(licensed, FILES);
    garden.registry.published.set('twine@1.4.0', document);
    const run = await garden.ligament('attach', './kit', '--preview');
    expect(run.status).toBe(0);
    expect(rowsOf(run.stdout)).toContain(row);
  });

  it('is left out where the registry does not tell it, or sends the whole archive instead of its end', async () => {
    garden = await Garden.open(licensed, FILES);
    garden.registry.published.set('twine@1.4.0', { license: 'MIT', dist: { tarball: `${garden.registry.url}twine` } });
    expect(rowsOf((await garden.ligament('attach', './kit', '--preview')).stdout)).toContain('as ^1.4.0 MIT newest');
  });
});

function manifestOf(name: string, rest: object): string {
  return `${JSON.stringify({ name, version: '1.4.0', ...rest }, null, 2)}\n`;
}
