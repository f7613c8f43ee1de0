import { describe, expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const SETS: readonly (readonly [host: string, four: readonly string[], two: readonly string[]])[] = [
  ['vite-vue-ts', ['tailwindcss', 'vue-router', 'eslint', 'prettier'], ['pinia', 'vitest']],
  ['vite-react-ts', ['tailwindcss', 'react-router', '@mui/material', 'eslint'], ['prettier', 'vitest']],
  ['next-app-ts', ['tailwindcss', '@mui/material', 'eslint', 'prettier'], ['stylelint', 'vitest']],
  ['vite-vue-ts', ['eslint', 'prettier', 'stylelint', 'lint-staged'], ['sass', 'vue-i18n']],
];

function orders<Item>(items: readonly Item[]): Item[][] {
  if (items.length < 2) return [[...items]];
  return items.flatMap((item, index) =>
    orders(items.filter((_, other) => other !== index)).map((rest) => [item, ...rest]),
  );
}

async function attached(host: string, integrations: readonly string[]): Promise<MemoryStackHost> {
  const made = new MemoryStackHost(host);
  for (const one of integrations) await made.attach(one);
  return made;
}

describe.each(SETS)('on %s', (host, four, two) => {
  it(`every order of ${four.join(', ')} gives the same tree`, async () => {
    const expected = (await attached(host, four)).tree();
    for (const order of orders(four)) expect((await attached(host, order)).tree(), order.join(', ')).toEqual(expected);
  });

  it(`all at once give the same tree as one by one, and may leave at once`, async () => {
    const expected = (await attached(host, four)).tree();
    const together = new MemoryStackHost(host);
    await together.attachAll(four.toReversed());
    expect(together.tree()).toEqual(expected);
    await together.detach(...four);
    expect(together.tree()).toEqual(new MemoryStackHost(host).tree());
  });

  it(`any one that leaves ${four.join(', ')} leaves the others as if it had never been there`, async () => {
    for (const going of four) {
      const left = await attached(host, four);
      await left.detach(going);
      const others = four.filter((one) => one !== going);
      expect(left.tree(), going).toEqual((await attached(host, others)).tree());
    }
  });

  it(`a sample of the orders of these with ${two.join(', ')} gives the same tree, and none at all when all have left`, async () => {
    const six = [...four, ...two];
    const expected = (await attached(host, six)).tree();
    for (const order of [six.toReversed(), [...two, ...four], [...six.slice(3), ...six.slice(0, 3)]]) {
      const all = await attached(host, order);
      expect(all.tree(), order.join(', ')).toEqual(expected);
      for (const one of six) await all.detach(one);
      expect(all.tree()).toEqual(new MemoryStackHost(host).tree());
    }
  });
});

it('on a server: accounts beside handlers, the environment and what runs tests', async () => {
  const five = ['passport', 'helmet', 'dotenv', 'vitest', 'eslint'];
  const expected = (await attached('express4-ejs-js', five)).tree();
  for (const order of [five.toReversed(), ['vitest', 'dotenv', 'passport', 'eslint', 'helmet']]) {
    const all = await attached('express4-ejs-js', order);
    expect(all.tree(), order.join(', ')).toEqual(expected);
    await all.detach('vitest');
    expect([...all.tree().keys()].filter((file) => file.includes('accounts.test'))).toEqual([]);
    await all.detach('dotenv');
    for (const one of ['passport', 'helmet', 'eslint']) await all.detach(one);
    expect(all.tree()).toEqual(new MemoryStackHost('express4-ejs-js').tree());
  }
});
