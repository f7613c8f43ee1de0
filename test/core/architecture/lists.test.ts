import { expect, it } from 'vitest';
import * as z from 'zod/mini';
import { parseDefinition } from '../../../src/core/definition/parse-definition.ts';
import type { ProofKind, ProofSpec } from '../../../src/core/definition/proof-kind.ts';
import { formatDescriptor } from '../../../src/core/formats/format.ts';
import { editText, FORMATS, operationSchema, type FormatOperation } from '../../../src/core/formats/formats.ts';
import type { Stack } from '../../../src/core/joints/ground.ts';
import { PLAIN } from '../../../src/core/joints/traits.ts';
import { PROOF_KINDS } from '../../../src/core/prove/kinds.ts';
import type { Maker } from '../../../src/core/prove/maker.ts';
import { tasksFor } from '../../../src/core/prove/proof-tasks.ts';
import { Proofs } from '../../../src/core/prove/prove.ts';
import { bareStack } from '../../../src/core/facts/bare.ts';
import { readSides } from '../../../src/core/stacks/sides.ts';
import { STACKS } from '../../../src/core/stacks/stacks.ts';
import { DEFAULT_STYLE } from '../../../src/core/text/code-style.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

// One more of each kind, handed over in a list: nothing else has to know of it.

it('one more format edits texts and is known by its shape', async () => {
  const shout = formatDescriptor<'shout', { op: 'louder' }>({
    says: 'words that are shouted',
    name: 'shout',
    schema: z.strictObject({ op: z.literal('louder') }),
    describe: () => 'is loud',
    load: () =>
      Promise.resolve({
        edit: (text) => ({ kind: 'edited', text: text.toUpperCase(), splices: [] }),
        remove: (text) => ({ kind: 'edited', text: text.toLowerCase(), splices: [] }),
      }),
  });
  const formats = [...FORMATS, shout];
  const edit = { format: 'shout', operation: { op: 'louder' } } as unknown as FormatOperation;
  const around = { file: 'sign.txt', style: DEFAULT_STYLE };
  expect(await editText('no dogs', edit, around, formats)).toMatchObject({ text: 'NO DOGS' });
  expect(operationSchema(formats).safeParse(edit).success).toBe(true);
  expect(operationSchema().safeParse(edit).success).toBe(false);
});

interface Smoke extends ProofSpec {
  proof: 'smoke';
  from: string;
}

it('one more kind of proof is read in a definition, told in a preview and made', async () => {
  const smoke: ProofKind<Smoke, Maker> = {
    kind: 'smoke',
    says: 'looks for smoke',
    schema: z.strictObject({ proof: z.literal('smoke'), from: z.string() }),
    order: 0,
    describe: ({ from }, what) => `looks for smoke from ${from} over ${what}`,
    commands: ({ from }, { typed }) => [typed(['look', from])],
    isOwnCode: () => false,
    load: () =>
      Promise.resolve({
        prove: (bench) => Promise.resolve(bench.result(true, `smoke over ${bench.workspace.name}`)),
      }),
  };
  const kinds = [...PROOF_KINDS, smoke];
  const text =
    'format: 1\nintegration: fire\ntitle: Fire\nkind: server\nabout: A fire.\nways: { lit: { title: lit } }\nproofs: [{ smoke: { from: shed } }]\n';
  const definition = parseDefinition(text, 'integration.yaml', kinds);
  expect(() => parseDefinition(text, 'integration.yaml', PROOF_KINDS)).toThrow();
  const context = await new MemoryStackHost('express5-one-js').open();
  const [facts] = context.facts.workspaces;
  if (!facts) throw new Error('no workspace');
  const place = { context, facts, stack: await bareStack(context, '.'), choices: {} };
  const about = { integration: 'fire', title: 'Fire', workspace: '.', foreign: false };
  const [task] = tasksFor(about, definition.ways[0]?.proofs ?? [], kinds, place);
  expect(task).toMatchObject({ words: 'looks for smoke from shed over the project', runs: ['look shed'], order: 0 });
  if (!task) throw new Error('no task');
  const proofs = new Proofs(() => Promise.resolve(context), [task], { signal: new AbortController().signal, kinds });
  expect(await proofs.prove(task)).toMatchObject({ held: true, checked: 'smoke over tap-list' });
  await proofs.close();
});

it('one more stack recognises its workspaces', async () => {
  const bakery: Stack = {
    id: 'bakery',
    side: undefined,
    recognise: (ground) => (ground.declares('express') ? 'Bakery' : undefined),
    read: () => Promise.resolve({ joints: [], traits: PLAIN }),
  };
  const context = await new MemoryStackHost('express5-one-js').open();
  const [facts] = context.facts.workspaces;
  if (!facts) throw new Error('no workspace');
  const read = (stacks: readonly Stack[]) => readSides(context.reader, context.host.root, facts, stacks);
  expect((await read([bakery, ...STACKS])).map(({ title }) => title)).toEqual(['Bakery']);
  expect((await read(STACKS)).map(({ title }) => title)).toEqual(['Express 5']);
});

it('one more command is parsed and run', async () => {
  Object.assign(globalThis, { LIGAMENT_VERSION: 'test' });
  const { COMMANDS, run } = await import('../../../src/cli/commands.ts');
  const { command } = await import('../../../src/cli/command.ts');
  const given: unknown[] = [];
  const water = command((y) => y.option('cans', { type: 'number', default: 1 }), {
    usage: 'water <bed>',
    describe: 'Water a bed',
    examples: [],
    load: () =>
      Promise.resolve({
        run: (options: { cans: number }) => {
          given.push(options.cans);
          return Promise.resolve(3);
        },
      }),
  });
  expect(await run(['water', 'roses', '--cans', '2'], [...COMMANDS, water])).toBe(3);
  expect(given).toEqual([2]);
});
