import { describe, expect, it } from 'vitest';
import { planAttach } from '../../../src/core/plan/attach/plan-attach.ts';
import { loadDefinition } from '../../../src/core/definition/catalog.ts';
import { CATALOG } from '../../support/memory-host.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';
import { parseDefinition } from '../../support/catalog.ts';

const WISHES = { take: {}, movePackages: false, whereItFits: false };

async function plan(host: MemoryStackHost, integration: string, choices: Record<string, string> = {}) {
  const context = await host.open();
  const definition = await loadDefinition(context.reader, CATALOG, integration);
  return planAttach(context, [{ definition, workspace: '.', choices }], WISHES);
}

describe('answers to choices', () => {
  it('say where they come from: the default, the developer, the project', async () => {
    const host = new MemoryStackHost('vite-vue-ts');
    expect((await plan(host, 'tailwindcss')).parts[0]?.choices).toEqual([
      { key: 'prefix', value: '', source: 'default' },
    ]);
    expect((await plan(host, 'tailwindcss', { prefix: 'tw' })).parts[0]?.choices).toEqual([
      { key: 'prefix', value: 'tw', source: 'given' },
    ]);
    const prefixed = new MemoryStackHost('vite-vue-ts', {
      'src/style.css': "@import 'tailwindcss' prefix(ui);\n",
    });
    expect((await plan(prefixed, 'tailwindcss')).parts[0]?.choices).toEqual([
      { key: 'prefix', value: 'ui', source: 'inferred', why: 'src/style.css:1 has prefix(ui)' },
    ]);
  });

  it('that nobody can guess are refused, with how to give them', async () => {
    const definition = parseDefinition(
      `format: 1
integration: kit
title: Kit
kind: data
about: Needs an answer.
choices:
  key: { kind: text, ask: The key of the service, form: line, asked: always }
ways:
  file:
    title: by a file
    files: [{ file: kit.txt, text: '{{key}}' }]
proofs: []
`,
      'kit.yaml',
    );
    const context = await new MemoryStackHost('vite-js').open();
    const request = { definition, workspace: '.', choices: {} };
    await expect(planAttach(context, [request], WISHES)).rejects.toMatchObject({
      status: 3,
      parts: { why: 'key: The key of the service', next: expect.stringContaining('--choose kit.key=') as string },
    });
    const given = await planAttach(context, [{ ...request, choices: { key: 'k1' } }], WISHES);
    expect(Buffer.from(given.files.find(({ file }) => file === 'kit.txt')?.after ?? []).toString()).toBe('k1');
  });
});
