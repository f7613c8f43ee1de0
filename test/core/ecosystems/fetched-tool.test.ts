import { createHash } from 'node:crypto';
import fs from 'node:fs';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { create } from 'tar';
import { afterEach, expect, it } from 'vitest';
import { fetchedTool } from '../../../src/core/ecosystems/npm/fetched-tool.ts';

const opened: (() => void)[] = [];
afterEach(() => {
  for (const close of opened.splice(0)) close();
});

/** A registry that has one version of a package, and an environment that names it. */
async function registryWith(change: (archive: Buffer) => Buffer) {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-tool-'));
  opened.push(() => {
    fs.rmSync(folder, { recursive: true, force: true });
  });
  fs.mkdirSync(path.join(folder, 'package'));
  fs.writeFileSync(path.join(folder, 'package/package.json'), '{ "name": "hoe", "version": "1.2.3" }\n');
  await create({ file: path.join(folder, 'hoe.tgz'), cwd: folder, gzip: true }, ['package']);
  const archive = fs.readFileSync(path.join(folder, 'hoe.tgz'));
  const integrity = `sha512-${createHash('sha512').update(archive).digest('base64')}`;
  const asked: string[] = [];
  const server = http.createServer((request, response) => {
    asked.push(request.url ?? '');
    const tarball = `http://${request.headers.host ?? ''}/hoe.tgz`;
    if (request.url === '/hoe.tgz') response.end(change(archive));
    else response.end(JSON.stringify({ name: 'hoe', version: '1.2.3', dist: { tarball, integrity } }));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  opened.push(() => server.close());
  const registry = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
  const cache = path.join(folder, 'cache');
  return { asked, cache, environment: { HOME: folder, XDG_CACHE_HOME: cache, npm_config_registry: registry } };
}

it('a tool is fetched once, and then it is there without anybody being asked', async () => {
  const { asked, environment } = await registryWith((archive) => archive);
  const place = await fetchedTool('hoe', '1.2.3', environment, false);
  expect(fs.readFileSync(path.join(place ?? '', 'package.json'), 'utf8')).toContain('"hoe"');
  const before = asked.length;
  expect(await fetchedTool('hoe', '1.2.3', environment, true)).toBe(place);
  expect(asked).toHaveLength(before);
});

it('an archive that is not what was announced is not kept', async () => {
  const { cache, environment } = await registryWith((archive) => Buffer.concat([archive, Buffer.from('more')]));
  expect(await fetchedTool('hoe', '1.2.3', environment, false)).toBeUndefined();
  const left = fs.existsSync(cache) ? fs.readdirSync(cache, { recursive: true }).map(String) : [];
  expect(left.filter((file) => file.endsWith('package.json'))).toEqual([]);
});

it('nothing is fetched offline, nor under a version that is none', async () => {
  const { asked, environment } = await registryWith((archive) => archive);
  expect(await fetchedTool('hoe', '1.2.3', environment, true)).toBeUndefined();
  expect(await fetchedTool('hoe', '../../hoe', environment, false)).toBeUndefined();
  expect(asked).toEqual([]);
});
