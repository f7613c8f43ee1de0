import fs from 'node:fs';
import path from 'node:path';
import { expect } from 'vitest';
import { madeUpShelf } from '../../../demo/registry/made-up.ts';
import { openOfflineRegistry, type OfflineRegistry } from '../../../demo/registry/server.ts';
import { TestHost, type Run } from '../host.ts';
import type { VersionCase } from './version-case.ts';

const WARNING = /npm warn (ERESOLVE|EBADENGINE|deprecated|peer)|overriding peer/i;

/** Attaches by Ligament what a case wants, then lets the real npm install it: without force, and without a warning. */
export async function runVersionCase(one: VersionCase): Promise<void> {
  const { host, registry } = await openCase(one);
  try {
    if (one.installed) succeeded(await host.runAsync('npm', ['install']));
    const before = host.tree();
    const args = ['attach', './kit', '--no-install', '--yes', ...(one.workspace ? ['--workspace', one.workspace] : [])];
    const run = await host.ligamentAsync(...args, ...(one.options ?? []));
    if (one.clash) {
      expect(run.status, run.stderr).toBe(3);
      for (const part of one.clash) expect(unwrapped(run.stderr)).toContain(part);
      expect(host.tree()).toEqual(before);
      if (one.npmAgrees !== false) await expectNpmRefuses(host, one);
      return;
    }
    succeeded(run);
    for (const part of one.tells ?? []) expect(unwrapped(run.stdout)).toContain(part);
    expectWritten(host, one);
    const installed = await host.runAsync('npm', ['install']);
    succeeded(installed);
    expect(installed.stderr).not.toMatch(WARNING);
    for (const [name, version] of Object.entries(one.gets ?? {}))
      expect(`${name} ${versionIn(host, name)}`).toBe(`${name} ${version}`);
    // And again from nothing, as a colleague does; what was not installed before has just been.
    if (!one.installed || Object.keys(one.registry).length > 100) return;
    for (const file of ['node_modules', 'package-lock.json'])
      fs.rmSync(path.join(host.root, file), { recursive: true });
    const anew = await host.runAsync('npm', ['install']);
    succeeded(anew);
    expect(anew.stderr).not.toMatch(WARNING);
    for (const [name, version] of Object.entries(one.gets ?? {}))
      expect(`${name} ${versionIn(host, name)}`).toBe(`${name} ${version}`);
  } finally {
    await registry.close();
    host.remove();
  }
}

/** The registry, the host and the definition of a case; the caller closes and removes them. */
export async function openCase(one: VersionCase): Promise<{ host: TestHost; registry: OfflineRegistry }> {
  const host = new TestHost({ '.npmrc': 'engine-strict=true\n', ...one.files }, 'http://127.0.0.1:9/');
  const top = path.dirname(host.root);
  const shelf = madeUpShelf(one.registry, path.join(top, 'shelf'));
  const registry = await openOfflineRegistry({ shelf, cache: path.join(top, 'tarballs'), tags: one.tags ?? {} });
  host.environment.npm_config_registry = registry.url;
  host.environment.npm_config_cache = path.join(top, 'npm-cache');
  const manifest = { name: 'garden', version: '1.0.0', private: true, ...one.host };
  host.write('package.json', `${JSON.stringify(manifest, null, 2)}\n`);
  host.write('kit/integration.yaml', definitionText(one.wants));
  return { host, registry };
}

/** A definition that only brings packages (and a script, since a way ties at least one thing). */
export function definitionText(wants: VersionCase['wants'], belongs = 'workspace'): string {
  const packages = Object.entries(wants).map(([name, need]) => {
    const { range, section } = typeof need === 'string' ? { range: need, section: 'development' } : need;
    return `      ${JSON.stringify(name)}: { range: ${JSON.stringify(range)}, section: ${section} }\n`;
  });
  return `integration: garden-kit
title: Garden kit
kind: environment
about: Only for tests.
belongs: ${belongs}
ways:
  - way: packages
    title: by its packages
    packages:
${packages.join('')}    ties:
      - at: manifest.scripts
        scripts: { tend: echo tended }
proofs: []
`;
}

function expectWritten(host: TestHost, one: VersionCase): void {
  const manifest = JSON.parse(host.read(path.join(one.workspace ?? '.', 'package.json'))) as Record<
    string,
    Record<string, string>
  >;
  const sections = {
    development: 'devDependencies',
    production: 'dependencies',
    peer: 'peerDependencies',
    optional: 'optionalDependencies',
  };
  for (const [name, range] of Object.entries(one.writes ?? {})) {
    const want = one.wants[name];
    const section = sections[typeof want === 'object' ? want.section : 'development'];
    expect(`${section}: ${name}@${manifest[section]?.[name] ?? 'nothing'}`).toBe(`${section}: ${name}@${range}`);
  }
}

/** The same by hand: npm, asked for the packages as the way wants them, must not get there either. */
async function expectNpmRefuses(host: TestHost, one: VersionCase): Promise<void> {
  const specs = Object.entries(one.wants).map(
    ([name, need]) => `${name}@${typeof need === 'string' ? need : need.range}`,
  );
  const { status, stderr } = await host.runAsync('npm', ['install', '--save-dev', ...specs]);
  expect(status, stderr).not.toBe(0);
}

function succeeded({ status, stderr }: Run): void {
  expect(status, stderr).toBe(0);
}

function versionIn(host: TestHost, name: string): string {
  return (JSON.parse(host.read(`node_modules/${name}/package.json`)) as { version: string }).version;
}

/** A message without its line breaks, which depend on the terminal. */
function unwrapped(text: string): string {
  return text.replace(/\s+/g, ' ');
}
