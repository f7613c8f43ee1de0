import { describe, expect, it } from 'vitest';
import { chooseSide, sideQuestion } from '../../../src/core/plan/attach/choose-side.ts';
import { loadDefinition } from '../../../src/core/definition/catalog.ts';
import { bareSides } from '../../../src/core/facts/bare.ts';
import { CATALOG } from '../../support/memory-host.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const FOUR = ['helmet', 'passport', 'tailwindcss', 'react-router'];

/**
 * Attaches in every order, by way of sets: each set is reached from all sets with one less, and must be the same from each, so that all
 * orders that lead to it are. Returns the trees by set.
 */
async function everyOrder(id: string): Promise<Map<string, MemoryStackHost>> {
  let reached = new Map([['', new MemoryStackHost(id)]]);
  const all = new Map(reached);
  for (let size = 1; size <= FOUR.length; size += 1) {
    const next = new Map<string, MemoryStackHost>();
    for (const [set, host] of reached) {
      const names = set === '' ? [] : set.split(' ');
      for (const one of FOUR.filter((name) => !names.includes(name))) {
        const made = host.copy();
        await made.attach(one);
        const key = [...names, one].sort().join(' ');
        const known = next.get(key);
        if (known) expect(made.tree(), `${one} after ${set}`).toEqual(known.tree());
        else next.set(key, made);
      }
    }
    reached = next;
    for (const [set, host] of next) all.set(set, host);
  }
  return all;
}

async function sideOf(host: MemoryStackHost, integration: string, side?: 'browser' | 'server'): Promise<unknown> {
  const context = await host.open();
  const definition = await loadDefinition(context.reader, CATALOG, integration);
  const { stack, why } = await chooseSide(context, { definition, workspace: '.', choices: {}, side });
  return why === undefined ? stack.side : [stack.side, why];
}

describe.each(['express5-vite-react', 'express5-webpack-react'])(
  'a server and a browser app in one package: %s',
  (id) => {
    it('has both sides, each with its own joints, language and sources, and the tools of the whole', async () => {
      const [browser, server, tools] = await bareSides(await new MemoryStackHost(id).open(), '.');
      const isVite = id === 'express5-vite-react';
      expect([browser?.side, server?.side, tools?.side]).toEqual(['browser', 'server', 'tools']);
      expect([browser?.workspace.language, server?.workspace.language]).toEqual([isVite ? 'ts' : 'js', 'js']);
      expect([browser?.traits.folder, server?.traits.folder]).toEqual([isVite ? 'src' : 'client', 'server']);
      const names = (side: typeof browser): string[] => side?.joints.map(({ name }) => name) ?? [];
      expect(names(browser)).not.toContain('server.handlers');
      expect(names(server)).not.toContain('styles.global');
      expect(names(tools)).toEqual(expect.arrayContaining(['lint.configs', 'editor.settings', 'ignore.lines']));
      expect(names(tools)).not.toContain('app.boot');
      expect(tools?.traits.sources).toEqual(expect.arrayContaining(browser?.traits.sources ?? []));
    });

    it('integrations go where their joints are; what is for the whole package is never asked about', async () => {
      const host = new MemoryStackHost(id);
      const found = await Promise.all(['helmet', 'tailwindcss', 'eslint', 'prettier'].map((one) => sideOf(host, one)));
      expect(found).toEqual(['server', 'browser', 'tools', 'tools']);
    });

    it(`every order of ${FOUR.join(', ')} gives the same tree, and any that leaves leaves the others as they were`, async () => {
      const trees = await everyOrder(id);
      expect(trees.size).toBe(16);
      const whole = trees.get([...FOUR].sort().join(' '));
      for (const going of FOUR) {
        const left = whole?.copy();
        await left?.detach(going);
        const others = FOUR.filter((one) => one !== going).sort();
        expect(left?.tree(), going).toEqual(trees.get(others.join(' '))?.tree());
      }
      const records = [...(whole?.tree() ?? [])].filter(([file]) => file.startsWith('.ligament/'));
      const sides = records.map(([, text]) => (JSON.parse(text) as { side: string }).side);
      expect(sides).toEqual(['server', 'server', 'browser', 'browser']);
    });
  },
);

describe('an integration that fits both sides', () => {
  const host = (): MemoryStackHost => new MemoryStackHost('express5-vite-react');

  it('goes to the inferred one with the reason, and to the other where that is asked for', async () => {
    expect(await sideOf(host(), 'axios')).toEqual(['browser', 'Axios goes there by its first way']);
    expect(await sideOf(host(), 'axios', 'server')).toBe('server');
  });

  it('goes where its packages are imported already', async () => {
    const text = "import axios from 'axios';\nexport const weather = () => axios.get('https://example.org');\n";
    const used = new MemoryStackHost('express5-vite-react', { 'server/weather.js': text });
    const context = await used.open();
    const definition = await loadDefinition(context.reader, CATALOG, 'axios');
    const question = await sideQuestion(context, { definition, workspace: '.', choices: {} });
    expect(question?.inferred).toEqual({ side: 'server', why: 'its sources import the packages already' });
  });

  it('is refused for a side that is not there', async () => {
    const single = new MemoryStackHost('vite-react-ts');
    await expect(sideOf(single, 'tailwindcss', 'server')).rejects.toMatchObject({
      parts: { status: 2, what: 'waiting-list has no side "server"' },
    });
    expect(await sideOf(single, 'tailwindcss', 'browser')).toBeUndefined();
  });
});

it('a bundler that only packs the server makes no browser side', async () => {
  const host = new MemoryStackHost('express5-one-js', {
    'package.json':
      '{"name":"taps","scripts":{"start":"node index.js"},"dependencies":{"express":"^5.1.0"},"devDependencies":{"webpack":"^5.100.0"}}',
    'webpack.config.js': "module.exports = { target: 'node', entry: './index.js' };\n",
  });
  const sides = await bareSides(await host.open(), '.');
  expect(sides.map(({ title, side }) => [title, side])).toEqual([['Express 5', undefined]]);
});

describe('a stack of a version that is not known', () => {
  it('is recognised, and has no joints of its own; what does not need it works', async () => {
    const old = new MemoryStackHost('angular-ts', {
      'package.json':
        '{"name":"beds","dependencies":{"@angular/core":"^8.2.0"},"devDependencies":{"typescript":"~3.5.0"}}',
      'package-lock.json': '{}',
    });
    const context = await old.open();
    const [angular] = await bareSides(context, '.');
    expect(angular).toMatchObject({
      title: 'Angular 8.2',
      outside: 'Angular 8 is older than Ligament knows: 17 to 21',
    });
    expect(angular?.joints.map(({ name }) => name)).not.toContain('styles.global');
    await old.attach('prettier');
    await old.attach('editorconfig');
    await expect(old.attach('tailwindcss')).rejects.toMatchObject({
      parts: { why: expect.stringContaining('Angular 8 is older than Ligament knows: 17 to 21') as string },
    });
  });
});
