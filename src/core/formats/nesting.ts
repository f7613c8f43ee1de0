/**
 * How deep brackets are nested in a text at most, as they stand (in strings too). Parsers that work recursively must not be
 * asked about texts beyond what anybody writes: the end of the stack is not always an error that can be caught.
 */
export function bracketDepth(text: string): number {
  let depth = 0;
  let most = 0;
  for (let at = 0; at < text.length; at += 1) {
    const code = text.charCodeAt(at);
    if (code === 0x5b || code === 0x7b) {
      depth += 1;
      if (depth > most) most = depth;
    } else if ((code === 0x5d || code === 0x7d) && depth > 0) depth -= 1;
  }
  return most;
}

/** How deep blocks are nested in an indented text at most: levels of indentation, and dashes in a row. */
export function blockDepth(text: string): number {
  let most = 0;
  const levels: number[] = [];
  for (const line of text.split('\n')) {
    const rest = line.trimStart();
    if (rest === '') continue;
    const indent = line.length - rest.length;
    while (levels.length > 0 && (levels.at(-1) ?? 0) >= indent) levels.pop();
    levels.push(indent);
    const dashes = /^(?:[-?:] +)+/.exec(rest.slice(0, 4000))?.[0].match(/[-?:]/g)?.length ?? 0;
    most = Math.max(most, levels.length + dashes);
  }
  return most;
}
