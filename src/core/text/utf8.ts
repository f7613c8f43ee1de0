import type { Reader } from '../ports.ts';

const decoder = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });

/** Decodes UTF-8 so that encoding gives the same bytes again (a byte order mark stays); undefined for other bytes. */
export function decode(bytes: Uint8Array): string | undefined {
  try {
    return decoder.decode(bytes);
  } catch {
    return undefined;
  }
}

export function encode(text: string): Uint8Array {
  return Buffer.from(text, 'utf8');
}

/** A file's text; undefined where there is no file or it is not UTF-8. */
export function readText(reader: Reader, file: string): string | undefined {
  const bytes = reader.read(file);
  return bytes && decode(bytes);
}
