import path from 'node:path';
import { afterEach, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { openOfflineRegistry } from '../../demo/registry/server.ts';
import { fillShelf } from '../../demo/registry/shelf.ts';
import { demoHost, type TestHost } from '../support/host.ts';

const ATTACH = ['attach', 'tailwindcss', '--workspace', 'web', '--yes'];

let host: TestHost | undefined;
afterEach(() => host?.remove());

it('attaches offline what was attached before, with no registry there any more', async () => {
  const cache = path.join(projectRoot(), 'node_modules/.cache/offline-registry');
  const registry = await openOfflineRegistry({ shelf: fillShelf([projectRoot()]), cache });
  host = demoHost();
  host.environment.npm_config_registry = registry.url;
  host.environment.npm_config_cache = path.join(path.dirname(host.root), 'npm-cache');
  try {
    const installed = await host.runAsync('npm', ['install']);
    expect(installed.status, installed.stderr).toBe(0);
    const first = await host.ligamentAsync(...ATTACH);
    expect(first.status, first.stderr).toBe(0);
    expect((await host.ligamentAsync('detach', 'tailwindcss', '--yes')).status).toBe(0);
  } finally {
    await registry.close();
  }
  const offline = host.ligament(...ATTACH, '--offline');
  expect(offline.status, offline.stderr).toBe(0);
  expect(offline.stderr + offline.stdout).toContain('Proved');
});

it('says offline what was never asked for, and changes nothing', () => {
  host = demoHost();
  host.install();
  const before = host.tree();
  const { status, stderr } = host.ligament(...ATTACH, '--offline');
  expect(status).toBe(3);
  expect(stderr).toMatch(/What the package registry says of \S+ is not known/);
  expect(stderr).toContain('once without --offline');
  expect(host.tree()).toEqual(before);
});
