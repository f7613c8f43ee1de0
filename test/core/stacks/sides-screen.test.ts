import { expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

it('a test at the top of a package with a server and a browser app finds the component of the app', async () => {
  const host = new MemoryStackHost('express5-webpack-react');
  await host.attach('vitest');
  const tree = host.tree();
  const [, text = ''] = [...tree].find(([file]) => /^first\.test\./.test(file)) ?? [];
  const [, from = ''] = /from "(\.[^"]+)"/.exec(text) ?? [];
  const component = from.replace(/^\.\//, '');
  expect(component).not.toBe('');
  expect([...tree.keys()].some((file) => file === component || file.startsWith(`${component}.`))).toBe(true);
});
