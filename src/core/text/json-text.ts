/** What a JSON text holds; a byte order mark is passed over. Undefined for no text, and for one that is broken. */
export function jsonIn(text: string | undefined): unknown {
  try {
    return JSON.parse((text ?? '').replace(/^\uFEFF/, ''));
  } catch {
    return undefined;
  }
}
