import type { Document, LineCounter, Node, Pair, YAMLMap } from 'yaml';

/** Something that is wrong with a definition. */
export interface Fault {
  /** Where in the definition, key by key. */
  path: readonly PropertyKey[];
  /** The key itself is meant, not what it holds. */
  atKey?: boolean;
  /** What is wrong, in words, without a full stop. */
  what: string;
}

/** A fault with its place in the text. */
export interface PlacedFault {
  line: number;
  column: number;
  what: string;
  /** The line as it is written. */
  source: string;
}

/** Faults at their places, in the order of lines, each once. */
export function placeFaults(
  faults: readonly Fault[],
  text: string,
  document: Document,
  counter: LineCounter,
): PlacedFault[] {
  const lines = text.split(/\r?\n/);
  const placed = faults.map((fault): PlacedFault => {
    const { line, col: column } = counter.linePos(offsetOf(document, fault));
    return { line, column, what: fault.what, source: lines[line - 1] ?? '' };
  });
  const once = new Map(placed.map((one) => [`${one.line}:${one.column} ${one.what}`, one]));
  return [...once.values()].sort((a, b) => a.line - b.line || a.column - b.column);
}

/** Where a fault is: at a key, at what it holds, or, where something is missing, at the key of what lacks it. */
function offsetOf(document: Document, { path, atKey }: Fault): number {
  for (let length = path.length; length > 0; length -= 1) {
    const own = path.slice(0, length);
    const pair = pairAt(document, own);
    const value = document.getIn(own.map(String), true) as Node | undefined;
    // An item of a list has no key of its own.
    const at = (length < path.length || atKey) && pair ? pair.key.range?.[0] : value?.range?.[0];
    if (at !== undefined && value !== undefined) return at;
  }
  return document.contents?.range?.[0] ?? 0;
}

function pairAt(document: Document, path: readonly PropertyKey[]): Pair<Node, Node> | undefined {
  const holder = path.length === 1 ? document.contents : document.getIn(path.slice(0, -1).map(String), true);
  const items = (holder as YAMLMap<Node, Node> | undefined)?.items;
  const last = String(path.at(-1));
  return Array.isArray(items)
    ? items.find((one) => 'key' in one && String((one.key as { value?: unknown }).value) === last)
    : undefined;
}
