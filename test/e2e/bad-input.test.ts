import fs from 'node:fs';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { openOfflineRegistry } from '../../demo/registry/server.ts';
import { fillShelf } from '../../demo/registry/shelf.ts';
import { demoHost, TestHost, type Run } from '../support/host.ts';

const ATTACH = ['attach', 'tailwindcss', '--workspace', 'web', '--yes'];

let host: TestHost | undefined;
afterEach(() => host?.remove());

/** Runs a command that must end in a status with some words, and must not change the host. */
function expectRefused(one: TestHost, args: string[], status: number, words: (string | RegExp)[]): Run {
  const before = one.tree();
  const result = one.ligament(...args);
  expect(result.status, result.stderr).toBe(status);
  for (const word of words)
    expect(result.stderr).toMatch(
      word instanceof RegExp ? word : new RegExp(word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')),
    );
  expect(one.tree()).toEqual(before);
  return result;
}

describe('bad input gets a clear message, its status, and an unchanged tree', () => {
  it('an unknown integration, with the nearest name', () => {
    host = demoHost();
    expectRefused(host, ['attach', 'tailwindcs', '--workspace', 'web', '--yes'], 2, [
      'There is no integration "tailwindcs"',
      'the nearest name is "tailwindcss"',
    ]);
    expectRefused(host, ['attach', '../../etc', '--workspace', 'web', '--yes'], 2, ['There is no definition']);
  });

  it('an unknown workspace, with the nearest name', () => {
    host = demoHost();
    expectRefused(host, ['attach', 'tailwindcss', '--workspace', 'wep', '--yes'], 2, [
      'There is no workspace "wep"',
      '--workspace web',
    ]);
  });

  it('a workspace that it does not fit, naming one that it fits', () => {
    host = demoHost();
    expectRefused(host, ['attach', 'tailwindcss', '--workspace', 'api', '--yes'], 3, [
      'does not fit api (Express 5)',
      'It fits web',
    ]);
  });

  it('no manifest at all', () => {
    host = new TestHost({ 'notes.txt': 'beans' });
    expectRefused(host, ['survey'], 2, ['No project was found here', 'package.json']);
  });

  it('a manifest that is not JSON, with file, line and column', () => {
    host = demoHost();
    host.write('web/package.json', '{\n  "name": "web",\n  "version" "1.0.0"\n}\n');
    const result = expectRefused(host, ['survey', '--json'], 2, ['web/package.json:3:13']);
    expect(JSON.parse(result.stdout)).toMatchObject({
      status: 2,
      problem: { where: { file: 'web/package.json', line: 3, column: 13 } },
    });
  });

  it('a read-only file', () => {
    host = demoHost();
    fs.chmodSync(path.join(host.root, 'web/vite.config.ts'), 0o444);
    expectRefused(host, [...ATTACH, '--no-install'], 3, [
      'web/vite.config.ts cannot be written',
      'Nothing was changed',
    ]);
  });

  it('a file with uncommitted work: said beforehand, kept, and given back by undo', () => {
    host = demoHost();
    host.commitAll();
    const sheet = 'web/src/styles/site.css';
    host.write(sheet, `${host.read(sheet)}\n.compost {\n  color: brown;\n}\n`);
    const before = host.tree();
    const result = host.ligament(...ATTACH, '--no-install');
    expect(result.stdout).toContain(`${sheet} has work that is not committed`);
    expect(result.stdout).not.toContain('web/vite.config.ts has work');
    expect(host.read(sheet)).toContain('.compost');
    expect(host.ligament('undo', '--yes', '--no-install').status).toBe(0);
    expect(host.tree()).toEqual(before);
  });

  it('a plugin list that cannot be found statically: refused with the handwork', () => {
    host = demoHost();
    host.write('web/plugins.ts', 'export const plugins = () => []\n');
    host.write(
      'web/vite.config.ts',
      "import { defineConfig } from 'vite'\nimport { plugins } from './plugins'\n\nexport default defineConfig({\n  plugins: plugins(),\n})\n",
    );
    const { stderr } = expectRefused(host, ATTACH, 3, [
      'web/vite.config.ts:5:12',
      'the list is the result of a call',
      "import tailwindcss from '@tailwindcss/vite'",
      'tailwindcss()',
    ]);
    expect(stderr).toContain('npm install --save-dev --workspace web tailwindcss@^4.1.0 @tailwindcss/vite@^4.1.0');
    expect(stderr).toContain('@import "tailwindcss";');
    expect(host.ligament('survey').stdout).toContain('blocked: the list is the result of a call');
    expect(host.ligament('browse').stdout).toContain('only by hand in web');
  });

  it('a configuration with a syntax error', () => {
    host = demoHost();
    host.write('web/vite.config.ts', 'export default {\n  plugins: [\n}\n');
    expectRefused(host, ATTACH, 3, ['web/vite.config.ts:3', 'cannot be parsed']);
  });

  it('no agreement without a terminal; choices that are none', () => {
    host = demoHost();
    expectRefused(host, ['attach', 'tailwindcss', '--workspace', 'web'], 2, ['--yes', '--preview']);
    expectRefused(host, [...ATTACH, '--choose', 'colour=green'], 2, ['There is no choice "colour"', 'way, prefix']);
    expectRefused(host, [...ATTACH, '--choose', 'way=magic'], 2, ['There is no way "magic"']);
    expectRefused(host, [...ATTACH, '--choose', 'prefix=NOT OK'], 2, ['prefix cannot be "NOT OK"']);
    expectRefused(host, ['detach', 'tailwindcss', '--yes'], 2, ['tailwindcss is not attached']);
    expectRefused(host, ['prove', 'tailwindcss'], 2, ['tailwindcss is not attached']);
    expectRefused(host, ['surwey'], 2, ['Did you mean "survey"?']);
  });

  it('a record that is broken, or that leads out of the project', () => {
    host = demoHost();
    expect(host.ligament(...ATTACH, '--no-install').status).toBe(0);
    const record = 'web/.ligament/attached/tailwindcss.json';
    const whole = host.read(record);
    host.write(record, whole.slice(0, 100));
    expectRefused(host, ['detach', 'tailwindcss', '--yes'], 2, [record, 'cannot be read']);
    host.write(record, whole.replace('"file": "vite.config.ts"', '"file": "../../../outside.ts"'));
    expectRefused(host, ['detach', 'tailwindcss', '--yes'], 2, ['leads out of the project']);
  });

  it('a file that a link leads out of the project', () => {
    host = demoHost();
    const outside = path.join(path.dirname(host.root), 'outside.css');
    fs.writeFileSync(outside, 'body {}\n');
    fs.rmSync(path.join(host.root, 'web/src/styles/site.css'));
    fs.symlinkSync(outside, path.join(host.root, 'web/src/styles/site.css'));
    expectRefused(host, ATTACH, 3, ['leads out of the project']);
    expect(fs.readFileSync(outside, 'utf8')).toBe('body {}\n');
  });
});

describe('a registry that fails', () => {
  it('unreachable', () => {
    host = demoHost();
    host.environment.npm_config_registry = 'http://127.0.0.1:9/';
    expectRefused(host, ATTACH, 3, ['The package registry could not be asked about', 'ECONNREFUSED']);
  });

  it('a package that it does not have, and answers that are none', async () => {
    const shelf = fillShelf([projectRoot()]);
    shelf.delete('@tailwindcss/vite');
    const registry = await openRegistryIn(shelf);
    host = demoHost();
    host.environment.npm_config_registry = registry.url;
    const outcome = await expectRefusedAsync(host, ATTACH, 3);
    expect(outcome).toContain('The package registry does not have @tailwindcss/vite');
    await registry.close();
  });

  it('a sign-in page in place of an answer', async () => {
    const server = http.createServer((_, response) =>
      response.writeHead(200, { 'content-type': 'text/html' }).end('<p>Sign in</p>'),
    );
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    host = demoHost();
    host.environment.npm_config_registry = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
    expect(await expectRefusedAsync(host, ATTACH, 3)).toContain('The package registry could not be asked about');
    server.close();
  });

  it('a tarball that is cut off: the manager fails and everything is put back', async () => {
    const registry = await openRegistryIn(fillShelf([projectRoot()]));
    host = demoHost();
    host.install();
    registry.faults.set('@tailwindcss/vite', { kind: 'truncated tarball' });
    host.environment.npm_config_registry = registry.url;
    host.environment.npm_config_cache = path.join(path.dirname(host.root), 'cache');
    host.environment.npm_config_fetch_retries = '0';
    const outcome = await expectRefusedAsync(host, ATTACH, 4);
    expect(outcome).toContain('npm install --no-audit --no-fund failed');
    expect(outcome).toContain('Everything was put back');
    expect(fs.existsSync(path.join(host.root, 'node_modules/vite/package.json'))).toBe(true);
    expect(fs.existsSync(path.join(host.root, 'node_modules/@tailwindcss/vite'))).toBe(false);
    await registry.close();
  });
});

function openRegistryIn(shelf: ReturnType<typeof fillShelf>) {
  return openOfflineRegistry({ shelf, cache: path.join(projectRoot(), 'node_modules/.cache/offline-registry') });
}

/** As `expectRefused`, for hosts whose registry is answered by this very process. */
async function expectRefusedAsync(one: TestHost, args: string[], status: number): Promise<string> {
  const before = one.tree();
  const result = await one.ligamentAsync(...args);
  expect(result.status, result.stderr).toBe(status);
  expect(one.tree()).toEqual(before);
  return result.stderr;
}
