import fs from 'node:fs';
import path from 'node:path';
import { expect } from 'vitest';
import { Garden, gardenManifest } from '../garden.ts';
import type { Run, TestHost } from '../host.ts';
import type { VersionCase } from './version-case.ts';

const WARNING = /npm warn (ERESOLVE|EBADENGINE|deprecated|peer)|overriding peer/i;

/** Attaches by Ligament what a case wants, then lets the real npm install it: without force, and without a warning. */
export async function runVersionCase(one: VersionCase): Promise<void> {
  const files = {
    '.npmrc': 'engine-strict=true\n',
    ...one.files,
    'package.json': gardenManifest(one.host),
    'kit/integration.yaml': definitionText(one.wants),
  };
  const garden = await Garden.open(one.registry, files, { tags: one.tags ?? {} });
  const { host } = garden;
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
    await expectInstalls(host, one);
    // And again from nothing, as a colleague does; what was not installed before has just been.
    if (!one.installed || Object.keys(one.registry).length > 100) return;
    for (const file of ['node_modules', 'package-lock.json'])
      fs.rmSync(path.join(host.root, file), { recursive: true });
    await expectInstalls(host, one);
  } finally {
    await garden.close();
  }
}

/** A definition that only brings packages (and a script, since a way ties at least one thing). */
export function definitionText(wants: VersionCase['wants'], belongs = 'workspace'): string {
  const packages = Object.entries(wants).map(([name, need]) => {
    const { range, section } = typeof need === 'string' ? { range: need, section: 'development' } : need;
    return `      ${JSON.stringify(name)}: { range: ${JSON.stringify(range)}, section: ${section} }\n`;
  });
  return `format: 1
integration: garden-kit
title: Garden kit
kind: environment
about: Only for tests.
belongs: ${belongs}
ways:
  packages:
    title: by its packages
    packages:
${packages.join('')}    ties:
      - manifest.scripts: { scripts: { tend: echo tended } }
proofs: []
`;
}

async function expectInstalls(host: TestHost, { gets = {} }: VersionCase): Promise<void> {
  const installed = await host.runAsync('npm', ['install']);
  succeeded(installed);
  expect(installed.stderr).not.toMatch(WARNING);
  const versions = Object.keys(gets).map((name) => [name, versionIn(host, name)]);
  expect(Object.fromEntries(versions)).toEqual(gets);
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
