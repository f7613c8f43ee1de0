/** Files in which classes of PHP are named: sources, templates, and settings of frameworks. */
export function canNameClasses(file: string): boolean {
  return /\.(php|phtml|twig|ya?ml|xml|neon)$/.test(file);
}

// To the end of the line; a bracket behind `#` begins an attribute.
const LINE_COMMENT = /(?<=^|\s)(?:\/\/|#(?!\[))[^\n]*/g;

/** A text with blanks in the place of its comments: what is commented out says nothing. */
function withoutComments(text: string): string {
  let read = '';
  let from = 0;
  for (let at = text.indexOf('/*'); at !== -1; at = text.indexOf('/*', from)) {
    const close = text.indexOf('*/', at + 2);
    const end = close === -1 ? text.length : close + 2;
    read += text.slice(from, at) + blanks(text.slice(at, end));
    from = end;
  }
  return (read + text.slice(from)).replaceAll(LINE_COMMENT, blanks);
}

function blanks(text: string): string {
  return text.replaceAll(/[^\n]/g, ' ');
}

/** Where a text names something of some namespaces (each ends in a backslash): offsets, in order. */
export function namesIn(text: string, namespaces: readonly string[]): number[] {
  if (!namespaces.some((one) => text.includes(one) || text.includes(doubled(one)))) return [];
  const read = withoutComments(text);
  const found = namespaces.flatMap((namespace) =>
    [namespace, doubled(namespace)].flatMap((one) => offsetsOf(read, one)),
  );
  return [...new Set(found)].sort((a, b) => a - b);
}

/** As it stands in a text in double quotes, or in JSON. */
function doubled(namespace: string): string {
  return namespace.replaceAll('\\', '\\\\');
}

function offsetsOf(text: string, name: string): number[] {
  const found: number[] = [];
  for (let at = text.indexOf(name); at !== -1; at = text.indexOf(name, at + 1))
    // Further down in another namespace it is another name; a backslash alone in front only makes it absolute.
    if (!/\w\\*$/.test(text.slice(Math.max(0, at - 3), at))) found.push(at);
  return found;
}
