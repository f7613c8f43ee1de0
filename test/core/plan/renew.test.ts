import { describe, expect, it } from 'vitest';
import { planRenew } from '../../../src/core/plan/attach/renew.ts';
import { loadDefinition } from '../../../src/core/definition/catalog.ts';
import { mergeLines } from '../../../src/core/text/merge-lines.ts';
import { CATALOG } from '../../support/memory-host.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';
import { parseDefinition } from '../../support/catalog.ts';
import type { Definition } from '../../../src/core/definition/definition.ts';

const WISHES = { take: {}, movePackages: false, whereItFits: false };

async function renewal(
  host: MemoryStackHost,
  integration: string,
  { definition, choices = {} }: { definition?: Definition; choices?: Record<string, string> } = {},
) {
  const context = await host.open();
  const [ledger] = context.ledgers.filter((one) => one.integration === integration);
  if (!ledger) throw new Error(`${integration} is not attached`);
  const own = definition ?? (await loadDefinition(context.reader, CATALOG, integration));
  const request = { definition: own, workspace: '.', choices, ...(definition ? { foreign: true } : {}) };
  return planRenew(context, { request, ledger }, WISHES);
}

const text = (files: readonly { file: string; after: Uint8Array | undefined }[], name: string): string =>
  Buffer.from(files.find(({ file }) => file === name)?.after ?? []).toString();

const SETS: [string, readonly string[]][] = [
  [
    'vite-vue-ts',
    ['tailwindcss', 'vue-router', 'pinia', 'eslint', 'prettier', 'vitest', 'axios', 'stylelint', 'bootstrap'],
  ],
  ['vite-react-ts', ['@mui/material', 'react-router', 'firebase', 'eslint', 'lint-staged', 'editorconfig']],
  ['express5-ts', ['passport', 'helmet', 'mongoose', 'pino-http', 'croner', 'dotenv', 'eslint', 'prettier']],
  ['next-app-ts', ['tailwindcss', 'next-auth', '@mui/material']],
];

describe('what is attached and asked for again', () => {
  it.each(SETS)('changes nothing where nothing has changed: on %s', async (id, integrations) => {
    const host = new MemoryStackHost(id);
    for (const one of integrations) await host.attach(one);
    for (const one of integrations) {
      const changes = await renewal(host, one);
      expect(
        changes?.files.map(({ file }) => file),
        one,
      ).toBeUndefined();
    }
  });

  it('gets exactly what another answer makes different', async () => {
    const host = new MemoryStackHost('vite-vue-ts');
    await host.attach('tailwindcss');
    const before = host.tree();
    const changes = await renewal(host, 'tailwindcss', { choices: { prefix: 'tw' } });
    expect(changes?.files.map(({ file }) => file)).toEqual(['.ligament/attached/tailwindcss.json', 'src/style.css']);
    expect(text(changes?.files ?? [], 'src/style.css')).toBe(
      (before.get('src/style.css') ?? '')
        .replace("'tailwindcss'", "'tailwindcss' prefix(tw)")
        .replace('"tailwindcss"', '"tailwindcss" prefix(tw)'),
    );
  });

  const kit = (more: string, line = 'two'): Definition =>
    parseDefinition(
      `format: 1
integration: kit
title: Kit
kind: data
about: Files of its own.
ways:
  file:
    title: by a file
    files:
      - file: kit.txt
        text: |
          one
          ${line}
          three
          four
          five
${more}
proofs: []
`,
      'kit.yaml',
    );

  it('merges what is new with what somebody has changed, where these do not meet', async () => {
    const host = new MemoryStackHost('vite-js');
    await host.attachDefinition(kit(''));
    host.write('kit.txt', 'one\ntwo\nthree\nfour\nfive and more\n');
    const changes = await renewal(host, 'kit', { definition: kit('', 'TWO') });
    expect(text(changes?.files ?? [], 'kit.txt')).toBe('one\nTWO\nthree\nfour\nfive and more\n');
    host.write('kit.txt', 'one\nmine\nthree\nfour\nfive\n');
    await expect(renewal(host, 'kit', { definition: kit('', 'TWO') })).rejects.toMatchObject({
      status: 3,
      parts: { where: { file: 'kit.txt' }, handwork: expect.stringContaining('TWO') as string },
    });
  });

  it('gets files that a definition has more, and loses those that it has no more', async () => {
    const host = new MemoryStackHost('vite-js');
    const before = host.tree();
    await host.attachDefinition(kit('      - { file: old.txt, text: old }'));
    const changes = await renewal(host, 'kit', { definition: kit('      - { file: new.txt, text: new }') });
    expect(text(changes?.files ?? [], 'new.txt')).toBe('new');
    expect(changes?.files.find(({ file }) => file === 'old.txt')?.after).toBeUndefined();
    await host.apply(changes);
    await host.detach('kit');
    expect(host.tree()).toEqual(before);
  });
});

describe('changes of two in one text', () => {
  it.each([
    ['a\nb\nc\nd\n', 'A\nb\nc\nd\n', 'a\nb\nc\nD\n', 'A\nb\nc\nD\n'],
    ['a\nb\nc\n', 'a\nb\nc\n', 'x\n', 'x\n'],
    ['a\nb\nc\n', 'a\nB\nc\n', 'a\nB\nc\n', 'a\nB\nc\n'],
    ['a\nb\nc\n', 'a\nB\nc\n', 'a\nX\nc\n', undefined],
    ['a\nb\n', 'a\nb\nc\n', 'a\nb\nd\n', undefined],
    ['a\nb\nc\n', 'A\nb\nc\n', 'a\nB\nc\n', undefined],
  ])('%j, as %j and %j', (base, mine, theirs, merged) => {
    expect(mergeLines(base, mine, theirs)).toBe(merged);
  });
});
