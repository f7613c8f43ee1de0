import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { FileDoor } from '../ports.ts';
import { ifThere, nodeReader } from './node-reader.ts';
import { writeWhole } from './write-whole.ts';

/** The file door on the real file system. */
export const nodeFiles: FileDoor = {
  ...nodeReader,
  mode(file) {
    const stat = fs.statSync(file, { throwIfNoEntry: false });
    return stat && stat.mode & 0o7777;
  },
  put(file, bytes, mode) {
    syncFolder(path.dirname(writeWhole(file, bytes, mode)));
  },
  removeFile(file) {
    fs.rmSync(file);
    syncFolder(path.dirname(file));
  },
  makeFolder(folder, mode) {
    fs.mkdirSync(folder, { recursive: true, ...(mode === undefined ? {} : { mode }) });
  },
  removeEmptyFolder(folder) {
    try {
      fs.rmdirSync(folder);
      return true;
    } catch (error) {
      const code = (error as NodeJS.ErrnoException).code;
      if (code === 'ENOENT') return true;
      if (code === 'ENOTEMPTY' || code === 'EEXIST') return false;
      throw error;
    }
  },
  removeTree(folder) {
    fs.rmSync(folder, { recursive: true, force: true, maxRetries: 3 });
  },
  copyFile(from, to) {
    fs.copyFileSync(from, to, fs.constants.COPYFILE_FICLONE);
  },
  sameFile(from, to) {
    try {
      fs.linkSync(from, to);
    } catch {
      fs.copyFileSync(from, to, fs.constants.COPYFILE_FICLONE);
    }
  },
  link(target, file) {
    const isFolder = fs.statSync(target, { throwIfNoEntry: false })?.isDirectory() ?? false;
    fs.symlinkSync(target, file, isFolder ? 'junction' : 'file');
  },
  scratchFolder(prefix) {
    return fs.realpathSync(fs.mkdtempSync(path.join(os.tmpdir(), prefix)));
  },
  removeScratch(folder, prefix) {
    const isOne = path.dirname(folder) === fs.realpathSync(os.tmpdir()) && path.basename(folder).startsWith(prefix);
    if (isOne && ifThere(() => fs.lstatSync(folder))?.isDirectory())
      fs.rmSync(folder, { recursive: true, force: true });
  },
  checkWritable(file) {
    if (ifThere(() => fs.lstatSync(file))) {
      fs.accessSync(file, fs.constants.W_OK);
      // The superuser may write everything; a file marked read-only is still a wish to keep it.
      const { mode, uid } = fs.statSync(file);
      if ((mode & 0o222) === 0) throw Object.assign(new Error('the file is read-only'), { code: 'EACCES' });
      const self = process.geteuid?.() ?? uid;
      if (self !== 0 && self !== uid)
        throw Object.assign(new Error(`it belongs to another user (${uid}), and writing it anew would make it yours`), {
          code: 'EPERM',
        });
    }
    let folder = path.dirname(file);
    while (!fs.existsSync(folder)) folder = path.dirname(folder);
    fs.accessSync(folder, fs.constants.W_OK);
  },
};

/** Flushes a folder's entries; systems that cannot do so for folders (Windows) keep them safe themselves. */
function syncFolder(folder: string): void {
  let descriptor: number | undefined;
  try {
    descriptor = fs.openSync(folder, 'r');
    fs.fsyncSync(descriptor);
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    if (code !== 'EPERM' && code !== 'EISDIR' && code !== 'EINVAL' && code !== 'EACCES') throw error;
  } finally {
    if (descriptor !== undefined) fs.closeSync(descriptor);
  }
}
