import { spawn, type ChildProcess } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';
import { openOfflineRegistry, type OfflineRegistry } from '../../demo/registry/server.ts';
import { fillShelf } from '../../demo/registry/shelf.ts';
import { demoHost, PROGRAM, type TestHost } from '../support/host.ts';

const SLOW_MS = 2500;

describe('while the package manager runs', () => {
  let host: TestHost;
  let registry: OfflineRegistry;
  let before: Map<string, string>;
  let packages: string[];

  beforeEach(async () => {
    registry = await openOfflineRegistry({
      shelf: fillShelf([projectRoot()]),
      cache: path.join(projectRoot(), 'node_modules/.cache/offline-registry'),
    });
    host = demoHost();
    host.install();
    host.environment.npm_config_registry = registry.url;
    host.environment.npm_config_cache = path.join(path.dirname(host.root), 'npm-cache');
    before = host.tree();
    packages = installed();
  });
  afterEach(async () => {
    await registry.close();
    host.remove();
  });

  const installed = (): string[] =>
    fs.readdirSync(path.join(host.root, 'node_modules')).filter((name) => !name.startsWith('.'));

  /** Starts an attach and waits until the package manager has asked for a package that it gets only slowly. */
  async function attachUntilInstalling(): Promise<{
    child: ChildProcess;
    ended: Promise<number | null>;
    said: () => string;
  }> {
    const args = ['attach', 'tailwindcss', '--workspace', 'web', '--yes'];
    const child = spawn(process.execPath, [PROGRAM, ...args], {
      cwd: host.root,
      env: host.environment,
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
    const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
    while (!said.includes('running npm install')) await sleep(20);
    registry.faults.set('@tailwindcss/oxide', { kind: 'slow', milliseconds: SLOW_MS });
    const asked = registry.requests.length;
    while (registry.requests.length === asked) await sleep(20);
    return { child, ended, said: () => said };
  }

  it('kill -9, then recover at once: the manager is ended, and nothing is written after that', async () => {
    const { child, ended } = await attachUntilInstalling();
    child.kill('SIGKILL');
    expect(await ended).toBeNull();
    registry.faults.clear();
    const survey = await host.ligamentAsync('survey');
    expect(survey.status).toBe(0);
    expect(survey.stderr).toContain('A change was cut off (attach tailwindcss to web): run ligament recover');
    expect((await host.ligamentAsync('prove')).status).toBe(5);
    // As npm leaves it where it is ended between making the folder of a scope and putting the package in.
    fs.mkdirSync(path.join(host.root, 'node_modules/@tailwindcss'), { recursive: true });
    const recovered = await host.ligamentAsync('recover');
    expect(recovered.status, recovered.stderr).toBe(0);
    expect(host.tree()).toEqual(before);
    await sleep(SLOW_MS + 1000);
    expect(host.tree()).toEqual(before);
    expect(installed()).toEqual(packages);
  });

  it('an interrupt: everything is put back, and the status says so', async () => {
    const { child, ended, said } = await attachUntilInstalling();
    child.kill('SIGINT');
    registry.faults.clear();
    expect(await ended, said()).toBe(130);
    expect(said()).toContain('Everything was put back');
    await sleep(SLOW_MS + 1000);
    expect(host.tree()).toEqual(before);
    expect(installed()).toEqual(packages);
    expect(fs.existsSync(path.join(host.root, '.ligament'))).toBe(false);
  });
});
