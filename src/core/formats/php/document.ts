import type { TreeCursor } from 'web-tree-sitter';
import { bracketDepth } from '../nesting.ts';
import { phpParser } from './grammar.ts';

export interface PhpFault {
  reason: string;
  at: number;
}

/** A node of the concrete syntax of a PHP file, by the grammar's own names; brackets, commas and comments are nodes as well. */
export interface Php {
  kind: string;
  /** What it is to the node above, by the grammar's name. */
  field: string | undefined;
  start: number;
  end: number;
  children: Php[];
}

export interface PhpScript {
  text: string;
  /** The statements of the file's one namespace, or of the file itself where it has none; comments are not among them. */
  statements: Php[];
  namespace: Php | undefined;
  /** Everything that the file's top level has, tags and HTML too. */
  top: Php[];
  /** Full names of what is imported, by the name that it has here. */
  uses: Map<string, string>;
}

const MOST_LEVELS = 250;
const DEEPEST = 1000;
// Far beyond what anybody writes, and what the parser reads within a second.
const LARGEST = 2 << 20;

// Several operations on a file read the same text one after the other.
const MOST_KEPT = 4;
const kept = new Map<string, PhpScript | PhpFault>();

/** Reads a PHP file; texts with several namespaces are not edited. What is read is not to be changed: it is handed out again. */
export function readPhp(text: string): PhpScript | PhpFault {
  const known = kept.get(text) ?? readAnew(text);
  kept.delete(text);
  kept.set(text, known);
  const [oldest] = kept.keys();
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  return known;
}

function readAnew(text: string): PhpScript | PhpFault {
  const program = parsePhp(text);
  if ('reason' in program) return program;
  const top = program.children;
  const namespaces = top.filter(({ kind }) => kind === 'namespace_definition');
  if (namespaces.length > 1) return { reason: 'it has more than one namespace', at: namespaces[1]?.start ?? 0 };
  const [namespace] = namespaces;
  const block = namespace && childOf(namespace, 'body');
  const all = block?.children ?? (namespace ? top.slice(top.indexOf(namespace) + 1) : top);
  const statements = all.filter(({ kind }) => !BESIDES.has(kind));
  return { text, statements, namespace, top, uses: usesOf(text, statements) };
}

const BESIDES = new Set(['comment', 'php_tag', 'php_end_tag', 'text', '{', '}']);

/** The concrete syntax of a whole PHP file. */
export function parsePhp(text: string): Php | PhpFault {
  if (text.length > LARGEST) return { reason: 'it is too large', at: 0 };
  if (bracketDepth(text.replaceAll('(', '[').replaceAll(')', ']')) > MOST_LEVELS)
    return { reason: 'it is nested too deeply', at: 0 };
  const tree = phpParser.parse(text);
  if (!tree) return { reason: 'it cannot be parsed', at: 0 };
  try {
    if (!tree.rootNode.hasError) return copied(tree.walk(), 0) ?? { reason: 'it is nested too deeply', at: 0 };
    return { reason: 'it cannot be parsed', at: firstError(tree.walk()) };
  } finally {
    tree.delete();
  }
}

/**
 * The tree as plain data: the parser's own lies in memory that has to be given back. Undefined for one that is deeper than whoever walks it
 * can go: a sum of a thousand numbers is one, without a bracket in it.
 */
function copied(cursor: TreeCursor, depth: number): Php | undefined {
  if (depth > DEEPEST) return undefined;
  const node: Php = {
    kind: cursor.nodeType,
    field: cursor.currentFieldName ?? undefined,
    start: cursor.startIndex,
    end: cursor.endIndex,
    children: [],
  };
  if (!cursor.gotoFirstChild()) return node;
  do {
    const child = copied(cursor, depth + 1);
    if (!child) return undefined;
    node.children.push(child);
  } while (cursor.gotoNextSibling());
  cursor.gotoParent();
  return node;
}

/** Where the first part begins that the grammar does not know. */
function firstError(cursor: TreeCursor): number {
  for (;;) {
    if (cursor.nodeType === 'ERROR' || cursor.nodeIsMissing) return cursor.startIndex;
    if (cursor.currentNode.hasError && cursor.gotoFirstChild()) continue;
    if (!cursor.gotoNextSibling()) return cursor.startIndex;
  }
}

/** The child that is this to a node, by the grammar's name. */
export function childOf(node: Php | undefined, field: string): Php | undefined {
  return node?.children.find((one) => one.field === field);
}

/** The children of some kinds. */
export function childrenOf(node: Php | undefined, ...kinds: string[]): Php[] {
  return node?.children.filter(({ kind }) => kinds.includes(kind)) ?? [];
}

export function textOf({ text }: Pick<PhpScript, 'text'>, node: Php | undefined): string {
  return node ? text.slice(node.start, node.end) : '';
}

/** The name that a declaration, a call or a variable has. */
export function nameOf(script: Pick<PhpScript, 'text'>, node: Php | undefined): string | undefined {
  const name = childOf(node, 'name');
  return name && textOf(script, name);
}

/** The statements in a block, comments left out. */
export function statementsIn(block: Php | undefined): Php[] {
  return block?.children.filter(({ kind }) => !BESIDES.has(kind)) ?? [];
}

/** The value that an argument, an array's item, a `return` or brackets hold. */
export function valueOf(node: Php | undefined): Php | undefined {
  return node?.children.findLast(({ kind }) => /^[a-z_]+$/.test(kind) && kind !== 'comment' && !KEYWORDS.has(kind));
}

const KEYWORDS = new Set(['return', 'new', 'yield', 'array', 'reference_modifier']);

function usesOf(text: string, statements: readonly Php[]): Map<string, string> {
  const uses = new Map<string, string>();
  for (const declaration of statements.filter(({ kind }) => kind === 'namespace_use_declaration'))
    for (const { name, as } of importsOf(text, declaration)) uses.set(as ?? lastPart(name), name);
  return uses;
}

/** The classes that one `use` imports; functions and constants are none. */
export function importsOf(text: string, declaration: Php): { name: string; as: string | undefined }[] {
  if (declaration.children.some(({ field }) => field === 'type')) return [];
  const group = childOf(declaration, 'body');
  const prefix = group ? `${textOf({ text }, childrenOf(declaration, 'namespace_name')[0])}\\` : '';
  return childrenOf(group ?? declaration, 'namespace_use_clause').flatMap((clause) => {
    if (clause.children.some(({ field }) => field === 'type')) return [];
    const alias = childOf(clause, 'alias');
    const own = clause.children.find((one) => one !== alias && /name$/.test(one.kind));
    if (!own) return [];
    const name = (prefix + textOf({ text }, own)).replace(/^\\/, '');
    return [{ name, as: alias && textOf({ text }, alias) }];
  });
}

export function lastPart(name: string): string {
  return name.slice(name.lastIndexOf('\\') + 1);
}
