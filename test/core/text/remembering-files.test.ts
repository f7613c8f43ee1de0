import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { nodeFiles } from '../../../src/core/doors/node-files.ts';
import { rememberingFiles } from '../../../src/core/doors/remembering-files.ts';

let folder: string;
beforeEach(() => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), 'remember-'));
});
afterEach(() => fs.rmSync(folder, { recursive: true }));

it('each file is asked about once, but those in scratch folders, where others write', () => {
  const files = rememberingFiles(nodeFiles);
  const text = (place: string): string => Buffer.from(files.read(place) ?? []).toString();
  const [known, made] = [path.join(folder, 'a.txt'), path.join(folder, 'b.txt')];
  fs.writeFileSync(known, 'beans');
  expect(files.kind(made)).toBeUndefined();
  expect(text(known)).toBe('beans');
  fs.writeFileSync(known, 'peas');
  fs.writeFileSync(made, 'leeks');
  expect(text(known)).toBe('beans');
  expect(files.kind(made)).toBeUndefined();
  const scratch = files.scratchFolder('remember-');
  try {
    const place = path.join(scratch, 'lock.json');
    expect(files.kind(place)).toBeUndefined();
    fs.writeFileSync(place, 'one');
    expect(text(place)).toBe('one');
    fs.writeFileSync(place, 'two');
    expect(text(place)).toBe('two');
  } finally {
    files.removeScratch(scratch, 'remember-');
  }
});
