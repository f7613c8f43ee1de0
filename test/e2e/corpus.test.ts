import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { expect, it } from 'vitest';
import { projectRoot } from '../../demo/registry/open.ts';

const root = projectRoot();

it('every operation on every file of some real packages is right, or refused with a reason', () => {
  const folders = [
    'node_modules/vite',
    'node_modules/vue',
    'node_modules/typescript-eslint',
    'node_modules/diff',
    'node_modules/yaml',
    'demo/allotment',
  ];
  const { stdout, status } = spawnSync(
    process.execPath,
    [path.join(root, 'build/corpus.js'), ...folders.map((folder) => path.join(root, folder))],
    { encoding: 'utf8' },
  );
  const wrong = [...stdout.matchAll(/(\d+) wrong/g)].map((match) => Number(match[1]));
  expect(stdout).not.toContain('WRONG');
  expect(wrong.length).toBeGreaterThan(4);
  expect(wrong.every((count) => count === 0)).toBe(true);
  expect(stdout).toMatch(/modules: \d{2,} files, \d{2,} edited/);
  expect(status).toBe(0);
});
