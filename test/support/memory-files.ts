import path from 'node:path';
import type { Entry, EntryKind, FileDoor, Within } from '../../src/core/ports.ts';

/** A file door on files in memory: as fast as thousands of hosts need it. Links are known by where they lead. */
export class MemoryFiles {
  readonly files = new Map<string, Uint8Array>();
  readonly links = new Map<string, string>();
  readonly folders = new Set<string>(['/']);
  readonly door: FileDoor;

  constructor(files: Record<string, string> = {}, links: Record<string, string> = {}) {
    for (const [file, text] of Object.entries(files)) this.#put(file, Buffer.from(text));
    for (const [from, to] of Object.entries(links)) this.links.set(from, to);
    this.door = {
      read: (file) => this.files.get(this.#real(file)),
      kind: (file) => this.#kind(file),
      list: (folder) => this.#list(this.#real(folder)),
      real: (file) => this.#real(file),
      status: (file) =>
        this.#kind(file) ? { owner: process.geteuid?.() ?? 0, mode: 0o700, identity: this.#real(file) } : undefined,
      mode: (file) => (this.files.has(this.#real(file)) ? 0o644 : undefined),
      put: (file, bytes, _mode, within) => {
        const real = this.#inside(file, within);
        if (this.folders.has(real)) throw Object.assign(new Error(`EISDIR: ${file}`), { code: 'EISDIR' });
        if (!this.folders.has(path.dirname(real)))
          throw Object.assign(new Error(`ENOENT: ${file}`), { code: 'ENOENT' });
        this.files.set(real, bytes);
      },
      create: (file, bytes, _mode, within) => {
        if (this.#kind(file) !== undefined) return false;
        this.#put(this.#inside(file, within), bytes);
        return true;
      },
      setMode: () => undefined,
      removeFile: (file, within) => {
        if (!this.files.delete(this.#inside(file, within)))
          throw Object.assign(new Error(`ENOENT: ${file}`), { code: 'ENOENT' });
      },
      makeFolder: (folder, _mode, within) => this.#makeFolder(this.#inside(folder, within)),
      removeEmptyFolder: (folder) => this.#list(folder).length === 0 && (this.folders.delete(folder) || true),
      removeTree: (folder) => {
        for (const file of [...this.files.keys()]) if (below(file, folder)) this.files.delete(file);
        for (const one of [...this.folders]) if (below(one, folder)) this.folders.delete(one);
      },
      sameFile: (from, to) => this.#put(to, this.files.get(this.#real(from)) ?? Buffer.alloc(0)),
      copyFile: (from, to) => this.#put(to, this.files.get(this.#real(from)) ?? Buffer.alloc(0)),
      link: (target, file) => void this.links.set(file, target),
      scratchFolder: (prefix) => `/tmp/${prefix}1`,
      removeScratch: () => undefined,
      checkWritable: () => undefined,
    };
  }

  /** All that there is, to compare: files by their bytes, folders by name. */
  all(): Map<string, string> {
    return new Map([
      ...[...this.folders].map((folder) => [`${folder}/`, ''] as const),
      ...[...this.files].map(([file, bytes]) => [file, Buffer.from(bytes).toString('latin1')] as const),
    ]);
  }

  clone(): MemoryFiles {
    const copy = new MemoryFiles();
    for (const [file, bytes] of this.files) copy.files.set(file, bytes);
    for (const [from, to] of this.links) copy.links.set(from, to);
    for (const folder of this.folders) copy.folders.add(folder);
    return copy;
  }

  /** The real place of a path; throws as the real door does where it leads out. */
  #inside(file: string, within?: Within): string {
    const real = this.#real(file);
    if (within && !below(real, this.#real(within.root)))
      throw Object.assign(new Error(`${file} leads out of the project`), { code: 'ELEAVES' });
    return real;
  }

  #put(file: string, bytes: Uint8Array): void {
    this.#makeFolder(path.dirname(file));
    this.files.set(file, bytes);
  }

  #makeFolder(folder: string): void {
    for (let at = folder; !this.folders.has(at); at = path.dirname(at)) {
      if (this.files.has(at)) throw Object.assign(new Error(`ENOTDIR: ${at}`), { code: 'ENOTDIR' });
      this.folders.add(at);
    }
  }

  #real(file: string): string {
    for (const [from, to] of this.links) if (below(file, from)) return to + file.slice(from.length);
    return file;
  }

  #kind(file: string): EntryKind | undefined {
    if (this.links.has(file)) return 'link';
    const real = this.#real(file);
    return this.files.has(real) ? 'file' : this.folders.has(real) ? 'folder' : undefined;
  }

  #list(folder: string): Entry[] {
    const own = [...this.folders, ...this.files.keys(), ...this.links.keys()].filter(
      (one) => one !== '/' && path.dirname(one) === folder,
    );
    return own
      .map((one) => ({ name: path.basename(one), kind: this.#kind(one) ?? 'other' }) as const)
      .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
  }
}

function below(file: string, folder: string): boolean {
  return file === folder || file.startsWith(`${folder}/`);
}
