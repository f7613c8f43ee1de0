import fs from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type vm from 'node:vm';
import type zlib from 'node:zlib';

// The chunks of the built program are scripts (scripts/chunk-script.mjs makes them): what V8 has compiled of one is kept, so that it need not
// be compiled again by every command (V8 embedder's guide, "code caching"; Node.js, `vm.Script`, `cachedData`). From Node.js 22.1 on `module.enableCompileCache` does that for modules: then this can go.

type Exports = Record<string, unknown>;
/** What a module of its own would have as `import.meta`. */
interface Itself {
  url: string;
  resolve(this: void, specifier: string): string;
}

type Body = (load: Load, require: NodeJS.Require, itself: Itself, file: string, folder: string) => Promise<Exports>;
type Load = (specifier: string) => Promise<Exports>;

/** A script that was compiled here, since nothing was kept of it that fits. */
interface Compiled {
  name: string;
  source: Buffer;
  script: vm.Script;
}

// Asked for only where a chunk is loaded: what needs none is answered sooner.
const builtin = createRequire(import.meta.url);

/** Loads the chunks of the program, each once. */
export class Chunks {
  readonly #address: string;
  readonly #folder: string;
  readonly #require: NodeJS.Require;
  readonly #kept: readonly string[];
  readonly #loaded = new Map<string, Promise<Exports>>();
  readonly #trusted = new Map<string, boolean>();
  readonly #compiled: Compiled[] = [];

  /** `address` is that of the program (`file:`), beside which the chunks lie; `kept` are folders with what was compiled. */
  constructor(address: string, kept: readonly string[]) {
    this.#address = address;
    this.#folder = fileURLToPath(new URL('.', address));
    this.#require = createRequire(address);
    this.#kept = kept.map((folder) => path.join(folder, `${process.version}-${process.arch}`));
  }

  /** A chunk of the program (`./name.js`), or a package. */
  readonly load: Load = (specifier) => {
    const [, name] = /^\.\/([\w-]+)\.js$/.exec(specifier) ?? [];
    if (name === undefined) return import(specifier) as Promise<Exports>;
    const loaded = this.#loaded.get(name) ?? this.#read(name);
    this.#loaded.set(name, loaded);
    return loaded;
  };

  /** Keeps what was compiled here, in the last of the folders. What cannot be kept is compiled again. */
  keep(): void {
    const folder = this.#kept.at(-1);
    if (folder === undefined || this.#compiled.length === 0) return;
    try {
      fs.mkdirSync(folder, { recursive: true, mode: 0o700 });
      if (!isOwnFolder(folder)) return;
      for (const { name, source, script } of this.#compiled.splice(0)) {
        const data = script.createCachedData();
        const making = path.join(folder, `${name}.${process.pid}`);
        fs.writeFileSync(making, Buffer.concat([sumsOf(source, data), data]), { mode: 0o600, flag: 'wx' });
        fs.renameSync(making, path.join(folder, name));
      }
    } catch {
      // A cache is never in the way.
    }
  }

  #read(name: string): Promise<Exports> {
    const file = path.join(this.#folder, `${name}.js`);
    const source = fs.readFileSync(file);
    const kept = this.#keptOf(name, source);
    const { Script } = builtin('node:vm') as typeof vm;
    const script = new Script(source.toString(), {
      filename: new URL(`./${name}.js`, this.#address).href,
      ...(kept ? { cachedData: kept } : {}),
    });
    // What does not fit, as under another setting of V8, is not made anew each time.
    if (!kept) this.#compiled.push({ name, source, script });
    const body = script.runInThisContext() as Body;
    const itself = { url: this.#address, resolve: (one: string) => pathToFileURL(this.#require.resolve(one)).href };
    return body(this.load, this.#require, itself, fileURLToPath(this.#address), this.#folder);
  }

  #keptOf(name: string, source: Buffer): Buffer | undefined {
    for (const folder of this.#kept) {
      this.#trusted.set(folder, this.#trusted.get(folder) ?? isOwnFolder(folder));
      if (!this.#trusted.get(folder)) continue;
      const bytes = ownFile(path.join(folder, name));
      const data = bytes?.subarray(SUM_BYTES);
      if (bytes && data && sumsOf(source, data).equals(bytes.subarray(0, SUM_BYTES))) return data;
    }
    return undefined;
  }
}

const SUM_BYTES = 8;

/** V8 itself looks at the length of a script alone, and believes what it is given: sums tell that both are what was kept. */
function sumsOf(source: Buffer, data: Buffer): Buffer {
  const { crc32 } = builtin('node:zlib') as typeof zlib;
  const sums = Buffer.alloc(SUM_BYTES);
  sums.writeUInt32LE(crc32(source), 0);
  sums.writeUInt32LE(crc32(data), 4);
  return sums;
}

/** Whether nobody else can put anything into a folder. */
function isOwnFolder(folder: string): boolean {
  try {
    const stat = fs.lstatSync(folder);
    return stat.isDirectory() && isOwn(stat);
  } catch {
    return false;
  }
}

function isOwn({ uid, mode }: fs.Stats): boolean {
  return process.getuid === undefined || (uid === process.getuid() && (mode & 0o022) === 0);
}

/** A file that nobody else can have written, itself and no link: it is code that will run. Undefined where there is none. */
function ownFile(file: string): Buffer | undefined {
  let handle: number | undefined;
  try {
    // Windows has no such flag.
    const noLink = (fs.constants.O_NOFOLLOW as number | undefined) ?? 0;
    handle = fs.openSync(file, fs.constants.O_RDONLY | noLink);
    return isOwn(fs.fstatSync(handle)) ? fs.readFileSync(handle) : undefined;
  } catch {
    return undefined;
  } finally {
    if (handle !== undefined) fs.closeSync(handle);
  }
}
