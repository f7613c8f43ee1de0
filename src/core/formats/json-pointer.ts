/** The keys of a JSON Pointer (RFC 6901, section 4). */
export function splitPointer(pointer: string): string[] {
  if (pointer === '') return [];
  return pointer
    .slice(1)
    .split('/')
    .map((key) => key.replaceAll('~1', '/').replaceAll('~0', '~'));
}

/** A JSON Pointer (RFC 6901, section 3) from keys. */
export function joinPointer(keys: readonly string[]): string {
  return keys.map((key) => `/${key.replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');
}
