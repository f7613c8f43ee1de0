import {
  isAlias,
  isMap,
  isScalar,
  isSeq,
  parseAllDocuments,
  parseDocument,
  visit,
  type Document,
  type Node,
  type Pair,
} from 'yaml';
import { messageOf } from '../../message-of.ts';
import type { JsonValue } from '../json/json.ts';
import { joinPointer } from '../json-pointer.ts';
import { blockDepth, bracketDepth } from '../nesting.ts';

// Aliases that stand for each other can make a small file huge; real files have a handful.
const MOST_ALIASES = 100;
const MOST_LEVELS = 200;

export interface Read {
  text: string;
  document: Document.Parsed;
  value: JsonValue;
}

export interface Fault {
  reason: string;
  at: number | undefined;
}

/** Reads a document and its value; aliases are followed as far as no bomb goes. */
export function readYaml(text: string): Read | Fault {
  if (bracketDepth(text) > MOST_LEVELS || blockDepth(text) > MOST_LEVELS) {
    return { reason: 'it is nested too deeply', at: undefined };
  }
  try {
    const documents = parseAllDocuments(text, { uniqueKeys: true, keepSourceTokens: true, logLevel: 'error' });
    const [document = parseDocument(''), ...more] = documents as Document.Parsed[];
    if (more.length > 0) return { reason: 'the file has several documents', at: more[0]?.range[0] };
    const error = document.errors[0];
    if (error)
      return {
        reason: `it is not valid YAML (${error.message.split('\n')[0]?.replace(/ at line.*$/, '') ?? ''})`,
        at: error.pos[0],
      };
    return { text, document, value: document.toJS({ maxAliasCount: MOST_ALIASES }) as JsonValue };
  } catch (error) {
    return { reason: `it cannot be read (${messageOf(error)})`, at: undefined };
  }
}

export interface Found {
  /** The node reached; null where the document is empty. */
  node: Node | null;
  /** The pair whose value it is, if it is one's. */
  pair: Pair | undefined;
  rest: string[];
}

/** Follows keys as far as they lead. A fault where a change there would be seen elsewhere too. */
export function descend({ document }: Read, keys: readonly string[]): Found | Fault {
  let node = document.contents as Node | null;
  let pair: Pair | undefined;
  const shared = aliasedAnchors(document);
  for (const [depth, key] of keys.entries()) {
    const anchor = node && 'anchor' in node ? node.anchor : undefined;
    if (anchor && shared.has(anchor)) {
      return {
        reason: `it has the anchor &${anchor}: a change would apply wherever an alias refers to it`,
        at: start(node),
      };
    }
    if (isAlias(node))
      return { reason: 'an alias stands here: a change would be seen wherever its anchor is', at: start(node) };
    if (isMap(node)) {
      const next = node.items.find((item) => isScalar(item.key) && String(item.key.value) === key);
      if (!next && node.items.some((item) => isScalar(item.key) && String(item.key.value) === '<<')) {
        return { reason: `"${key}" may come from a merge key`, at: start(node) };
      }
      if (!next) return { node, pair, rest: keys.slice(depth) };
      pair = next;
      node = next.value as Node | null;
    } else if (isSeq(node)) {
      const next = node.items[Number(key)] as Node | undefined;
      if (!next) return { reason: `there is no item ${key}`, at: start(node) };
      pair = undefined;
      node = next;
    } else if (node === null || (isScalar(node) && node.value === null)) {
      return { node, pair, rest: keys.slice(depth) };
    } else {
      return { reason: `${joinPointer(keys.slice(0, depth)) || 'the document'} is not a mapping`, at: start(node) };
    }
  }
  return { node, pair, rest: [] };
}

/** The anchors that some alias stands for. */
function aliasedAnchors(document: Document.Parsed): Set<string> {
  const names = new Set<string>();
  visit(document, {
    Alias(_, alias) {
      names.add(alias.source);
    },
  });
  return names;
}

/** The plain value of a node. */
export function valueOf({ document }: Read, node: Node | null): JsonValue {
  return node === null
    ? null
    : ((node.toJS(document, { maxAliasCount: MOST_ALIASES }) as JsonValue | undefined) ?? null);
}

/** Offset at which a node begins. */
export function start(node: Node | null): number {
  return node?.range?.[0] ?? 0;
}

/** Offset behind a node's value. */
export function end(node: Node): number {
  return node.range?.[1] ?? 0;
}
