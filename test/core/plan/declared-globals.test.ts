import { expect, it } from 'vitest';
import { MemoryStackHost } from '../../support/stack-host.ts';

const DECLARED = "export {}\ndeclare global {\n  const ref: typeof import('vue')['ref']\n}\n";

it('a linter of JavaScript is told the names that a plugin imports by itself', async () => {
  const host = new MemoryStackHost('vite4-vue32-js', { 'src/auto-imports.d.ts': DECLARED });
  await host.attach('eslint');
  const [, config = ''] = [...host.tree()].find(([file]) => file.startsWith('eslint.config.')) ?? [];
  expect(config.match(/globals: Object\.fromEntries/g)).toHaveLength(1);
  expect(config).toMatch(/existsSync\(["']src\/auto-imports\.d\.ts["']\)/);
});

it('nothing is said of them where there are none', async () => {
  const host = new MemoryStackHost('vite4-vue32-js');
  await host.attach('eslint');
  const [, config = ''] = [...host.tree()].find(([file]) => file.startsWith('eslint.config.')) ?? [];
  expect(config).not.toContain('existsSync');
});
