import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { FileDoor, Within } from '../ports.ts';
import { ifThere, nodeReader } from './node-reader.ts';
import { anchored } from './anchored.ts';
import { createWhole, syncFolder, writeWhole } from './write-whole.ts';

/** The file door on the real file system. */
export const nodeFiles: FileDoor = {
  ...nodeReader,
  mode(file) {
    const stat = fs.statSync(file, { throwIfNoEntry: false });
    return stat && stat.mode & 0o7777;
  },
  put(file, bytes, mode, within) {
    writeWhole(file, bytes, mode, within);
  },
  create(file, bytes, mode, within) {
    return createWhole(file, bytes, mode, within);
  },
  removeFile(file, within) {
    const remove = (entry: string): void => {
      fs.unlinkSync(entry);
      syncFolder(path.dirname(entry));
    };
    if (within) anchored(file, within, remove);
    else remove(file);
  },
  makeFolder(folder, mode, within) {
    if (within) makeBelow(folder, mode, within);
    else fs.mkdirSync(folder, { recursive: true, ...(mode === undefined ? {} : { mode }) });
  },
  removeEmptyFolder(folder, within) {
    try {
      if (within) anchored(folder, within, (entry) => fs.rmdirSync(entry));
      else fs.rmdirSync(folder);
      return true;
    } catch (error) {
      const code = (error as NodeJS.ErrnoException).code;
      if (code === 'ENOENT') return true;
      if (code === 'ENOTEMPTY' || code === 'EEXIST') return false;
      throw error;
    }
  },
  removeTree(folder, within) {
    const remove = (entry: string): void => fs.rmSync(entry, { recursive: true, force: true, maxRetries: 3 });
    if (!within) remove(folder);
    else if (fs.existsSync(path.dirname(folder))) anchored(folder, within, remove);
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
  setMode(file, mode) {
    fs.chmodSync(file, mode);
  },
};

/** Makes a folder and those above it one by one, below a root. */
function makeBelow(folder: string, mode: number | undefined, within: Within): void {
  if (path.relative(within.root, folder) === '') return;
  const parent = path.dirname(folder);
  if (!fs.existsSync(parent)) makeBelow(parent, mode, within);
  anchored(folder, within, (entry) => {
    // What a link leads to is looked at when something is put into it.
    const isFolder = (): boolean => fs.statSync(entry, { throwIfNoEntry: false })?.isDirectory() ?? false;
    if (isFolder()) return;
    try {
      fs.mkdirSync(entry, ...(mode === undefined ? [] : [{ mode }]));
    } catch (error) {
      // Another command may have made it in between.
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || !isFolder()) throw error;
    }
  });
}
