/** Files in which classes of PHP are named: sources, templates, and settings of frameworks. */
export function canNameClasses(file: string): boolean {
  return /\.(php|phtml|twig|ya?ml|xml|neon)$/.test(file);
}

// What says nothing to PHP: comments of both kinds, to the end of the line or of the comment.
const COMMENT = /\/\*[\s\S]*?\*\/|(?<=^|\s)(?:\/\/|#(?!\[))[^\n]*/g;

/** Where a text names something of some namespaces (each ends in a backslash): offsets, in order. What is commented out says nothing. */
export function namesIn(text: string, namespaces: readonly string[]): number[] {
  if (!namespaces.some((one) => text.includes(one) || text.includes(doubled(one)))) return [];
  const read = text.replaceAll(COMMENT, (comment) => comment.replaceAll(/[^\n]/g, ' '));
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
