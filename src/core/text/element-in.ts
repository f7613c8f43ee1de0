/**
 * The first element of a name in markup of any kind, whole and what is in it, by its tags alone; undefined where it is not closed. Takes
 * time as the text is long, whatever it says.
 */
export function elementIn(text: string, name: string): [whole: string, inner: string] | undefined {
  const start = text.search(new RegExp(`<${name}(?=[\\s>])`));
  const opened = text.indexOf('>', start);
  if (start === -1 || opened === -1 || text[opened - 1] === '/') return undefined;
  const close = `</${name}>`;
  const closed = text.indexOf(close, opened);
  if (closed === -1) return undefined;
  return [text.slice(start, closed + close.length), text.slice(opened + 1, closed)];
}
