import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, expect, it } from 'vitest';
import { nodeFiles } from '../../../src/core/doors/node-files.ts';
import { tidyTree, treeState } from '../../../src/core/ecosystems/npm/tree.ts';

const root = fs.mkdtempSync(path.join(fs.realpathSync(os.tmpdir()), 'ligament-tidy-'));
afterEach(() => fs.rmSync(root, { recursive: true, force: true }));

function put(file: string): void {
  const whole = path.join(root, file);
  fs.mkdirSync(path.dirname(whole), { recursive: true });
  fs.writeFileSync(whole, 'x');
}

it('packages that npm had put aside when it was cut off go, and nothing else that is hidden', () => {
  const stay = ['node_modules/.old-AbCd1234/a.js', 'node_modules/.cache/a', 'node_modules/beds/a.js'];
  stay.forEach(put);
  const before = treeState(nodeFiles, root, ['.']);
  [
    'node_modules/.beds-x1Y2z3W4/lib/a.js',
    'node_modules/@soil/.loam-AAAAbbbb/a.js',
    'node_modules/.cache-of/a',
  ].forEach(put);
  tidyTree(nodeFiles, root, before, { root, mark: 'test' });
  const left = fs.readdirSync(root, { recursive: true, withFileTypes: true }).filter((one) => one.isFile());
  expect(left.map((one) => path.relative(root, path.join(one.parentPath, one.name))).sort()).toEqual(
    [...stay, 'node_modules/.cache-of/a'].sort(),
  );
  expect(fs.existsSync(path.join(root, 'node_modules/@soil'))).toBe(false);
});
