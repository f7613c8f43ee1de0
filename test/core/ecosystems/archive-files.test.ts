import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { create } from 'tar';
import { expect, it } from 'vitest';
import { archiveFiles } from '../../../src/core/ecosystems/npm/archive-files.ts';

it('of an archive only plain files are read, into memory and nowhere else', async () => {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), 'ligament-archive-'));
  try {
    fs.mkdirSync(path.join(folder, 'in/package'), { recursive: true });
    fs.writeFileSync(path.join(folder, 'secret.css'), 'a {}');
    fs.writeFileSync(path.join(folder, 'in/package/index.css'), 'b {}');
    fs.symlinkSync('../../secret.css', path.join(folder, 'in/package/400.css'));
    await create(
      { file: path.join(folder, 'rake.tgz'), cwd: path.join(folder, 'in'), gzip: true, preservePaths: true },
      ['package', '../secret.css', path.join(folder, 'secret.css')],
    );
    const read = await archiveFiles(fs.readFileSync(path.join(folder, 'rake.tgz')), () => true);
    expect([...read.keys()].filter((file) => file.startsWith('..') || path.isAbsolute(file))).toEqual([]);
    expect(read.get('index.css')?.toString()).toBe('b {}');
    expect(read.has('400.css')).toBe(false);
    expect(fs.readdirSync(folder).sort()).toEqual(['in', 'rake.tgz', 'secret.css']);
    await expect(archiveFiles(Buffer.from('none'), () => true)).rejects.toThrow();
  } finally {
    fs.rmSync(folder, { recursive: true, force: true });
  }
});
