import { createHash } from 'node:crypto';

/** SHA-256 of some bytes, hexadecimal; `absent` where there is no file. */
export function hashOf(bytes: Uint8Array | undefined): string {
  return bytes === undefined ? 'absent' : createHash('sha256').update(bytes).digest('hex');
}
