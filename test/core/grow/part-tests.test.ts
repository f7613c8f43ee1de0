import { describe, expect, it } from 'vitest';
import { proofTasks } from '../../../src/core/prove/proof-tasks.ts';
import { MemoryStackHost } from '../../support/stack-host.ts';

const page = (title: string): string => `<h1>${title}</h1>\n`;
const test = (name: string): string => `import { test } from 'vitest';\n\ntest('${name} is there', () => {});\n`;

describe('the tests of a part', () => {
  it('are run as the definition that ships says, without a consent of their own; other words need one', async () => {
    const manifest = {
      name: 'harvest',
      private: true,
      devDependencies: { svelte: '^5.0.0', '@sveltejs/kit': '^2.0.0', vite: '^7.0.0', vitest: '^4.0.0' },
    };
    const host = new MemoryStackHost('sveltekit-ts', {
      'package.json': JSON.stringify(manifest),
      'src/routes/beds/+page.svelte': page('Beds'),
      'src/routes/beds/beds.test.ts': test('Beds'),
      'src/routes/fees/+page.svelte': page('Fees'),
      'src/routes/fees/fees.test.ts': test('Fees'),
    });
    await host.grow('SeedSwap');
    const runs = async (): Promise<[unknown, boolean | undefined][]> => {
      const context = await host.open();
      const tasks = await proofTasks(context, context.ledgers);
      return tasks.filter(({ spec }) => spec.proof === 'run').map(({ spec, foreign }) => [spec.run, foreign]);
    };
    const own = ['vitest', 'run', 'src/routes/seed-swap/seed-swap.test.ts'];
    expect(await runs()).toEqual([[own, false]]);
    const record = '.ligament/attached/page.SeedSwap.json';
    const text = host.text(record) ?? '';
    const saysToRun = (run: string[]): string => {
      const value = JSON.parse(text) as { proofs: { proof: string; run?: string[] }[] };
      for (const one of value.proofs) if (one.proof === 'run') one.run = run;
      return JSON.stringify(value);
    };
    for (const run of [
      ['vite-node', ...own.slice(1)],
      [...own.slice(0, 2), '--config=mine.ts', ...own.slice(2)],
      ['vitest', 'run', 'src/routes/beds/beds.test.ts'],
    ]) {
      host.write(record, saysToRun(run));
      expect(await runs()).toEqual([[run, true]]);
    }
  });
});
