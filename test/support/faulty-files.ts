import type { FileDoor, Within } from '../../src/core/ports.ts';

/** What goes wrong at one operation of the file door. */
export type Fault = 'EIO' | 'ENOSPC' | 'EACCES' | 'EROFS' | 'EMFILE' | 'short write' | 'crash before' | 'crash after';

export const FAULTS: readonly Fault[] = [
  'EIO',
  'ENOSPC',
  'EACCES',
  'EROFS',
  'EMFILE',
  'short write',
  'crash before',
  'crash after',
];

/** Stands for the end of the process: after it no operation is carried out any more. */
export class Crash extends Error {}

const CHANGING = [
  'put',
  'create',
  'removeFile',
  'makeFolder',
  'removeEmptyFolder',
  'removeTree',
  'copyFile',
  'sameFile',
  'link',
] as const;
const READING = ['read', 'list', 'kind', 'mode', 'real', 'status', 'checkWritable'] as const;

/** A file door that counts its operations and fails at one of them. */
export class FaultyFiles {
  readonly door: FileDoor;
  /** How many operations there have been. */
  count = 0;
  /** The operation that failed, in words. */
  failed = '';
  #dead = false;

  constructor(under: FileDoor, at: number, fault: Fault) {
    const guarded = (name: (typeof CHANGING)[number] | (typeof READING)[number]) => {
      const original = (...args: unknown[]): unknown =>
        (under as unknown as Record<string, (...all: unknown[]) => unknown>)[name]?.(...args);
      return (...args: unknown[]): unknown => {
        if (this.#dead) throw new Crash('the process has ended');
        this.count += 1;
        if (this.count !== at) return original(...args);
        this.failed = `${name} ${String(args[0])}`;
        if (fault === 'crash before') return this.#die();
        if (fault === 'crash after') {
          original(...args);
          return this.#die();
        }
        if (fault === 'short write') {
          // Half of what was to be written lies in a temporary file; the file itself is replaced whole or not at all.
          if (name === 'put') {
            const [file, bytes, , within] = args as [string, Uint8Array, number | undefined, Within | undefined];
            const name = within ? `${file}.ligament-${within.mark}-1` : `${file}.1`;
            under.put(name, bytes.subarray(0, bytes.length >> 1));
          }
          throw Object.assign(new Error('EIO: short write'), { code: 'EIO' });
        }
        throw Object.assign(new Error(`${fault}: put in by a test, ${name}`), { code: fault });
      };
    };
    const methods = [...CHANGING, ...READING].map((name) => [name, guarded(name)] as const);
    this.door = { ...under, ...(Object.fromEntries(methods) as Partial<FileDoor>) };
  }

  #die(): never {
    this.#dead = true;
    throw new Crash('the process has ended');
  }
}
