import { Engine, type Node as PhpNode } from 'php-parser';
import { bracketDepth } from '../nesting.ts';

export interface PhpFault {
  reason: string;
  at: number;
}

/** A node of a PHP program, with the place where it stands; what else it has depends on its kind. */
export interface Php extends Record<string, unknown> {
  kind: string;
  start: number;
  end: number;
}

export interface PhpScript {
  text: string;
  /** The statements of the file's one namespace, or of the file itself where it has none. */
  statements: Php[];
  namespace: Php | undefined;
  /** Everything that the file's top level has, declarations and HTML too. */
  top: Php[];
  /** Full names of what is imported, by the name that it has here. */
  uses: Map<string, string>;
}

const MOST_LEVELS = 250;
// Far beyond what anybody writes, and what the parser reads within a second.
const LARGEST = 2 << 20;

/** Reads a PHP file; texts with several namespaces are not edited. */
export function readPhp(text: string, file: string): PhpScript | PhpFault {
  if (text.length > LARGEST) return { reason: 'it is too large', at: 0 };
  if (bracketDepth(text.replaceAll('(', '[').replaceAll(')', ']')) > MOST_LEVELS)
    return { reason: 'it is nested too deeply', at: 0 };
  let program: Php;
  try {
    const engine = new Engine({ parser: { extractDoc: true }, ast: { withPositions: true } });
    program = placed(engine.parseCode(text, file), text);
  } catch (error) {
    const at = error as { message?: string; lineNumber?: number; columnNumber?: number };
    const message = (at.message ?? String(error)).replace(/ on line \d+$/, '').replace(/^Parse Error : /, '');
    return { reason: `it cannot be parsed (${message})`, at: offsetOf(text, at.lineNumber ?? 1, at.columnNumber ?? 0) };
  }
  const top = listOf(program, 'children');
  const namespaces = top.filter(({ kind }) => kind === 'namespace');
  if (namespaces.length > 1) return { reason: 'it has more than one namespace', at: namespaces[1]?.start ?? 0 };
  const [namespace] = namespaces;
  const statements = namespace ? listOf(namespace, 'children') : top;
  return { text, statements, namespace, top, uses: usesOf(statements) };
}

/** The parser's tree with plain offsets, checked: its places are the ground that every edit stands on. */
function placed(node: PhpNode, text: string): Php {
  const own = node as unknown as Record<string, unknown>;
  const loc = own.loc as { start: { offset: number }; end: { offset: number } } | null | undefined;
  const result: Php = { kind: String(own.kind), start: loc?.start.offset ?? 0, end: loc?.end.offset ?? 0 };
  for (const [key, value] of Object.entries(own)) {
    if (key === 'loc' || key === 'kind' || /[cC]omments$/.test(key)) continue;
    result[key] = Array.isArray(value)
      ? value.map((item: unknown) => (isNode(item) ? placed(item, text) : item))
      : isNode(value)
        ? placed(value, text)
        : value;
  }
  return result;
}

function isNode(value: unknown): value is PhpNode {
  return typeof value === 'object' && value !== null && 'kind' in value;
}

export function listOf(node: Php, key: string): Php[] {
  const value = node[key];
  return Array.isArray(value) ? (value as unknown[]).filter((item): item is Php => isNode(item)) : [];
}

export function childOf(node: Php, key: string): Php | undefined {
  const value = node[key];
  return isNode(value) ? (value as unknown as Php) : undefined;
}

/** The name that a node has, as a text or as an identifier of its own. */
export function nameOf(node: Php | undefined): string | undefined {
  const name = node?.name;
  if (typeof name === 'string') return name;
  return isNode(name) ? nameOf(name as unknown as Php) : undefined;
}

function usesOf(statements: readonly Php[]): Map<string, string> {
  const uses = new Map<string, string>();
  for (const group of statements) {
    if (group.kind !== 'usegroup' || group.type === 'function' || group.type === 'const') continue;
    const prefix = typeof group.name === 'string' ? `${group.name}\\` : '';
    for (const item of listOf(group, 'items')) {
      const name = (prefix + (nameOf(item) ?? '')).replace(/^\\/, '');
      uses.set(nameOf(childOf(item, 'alias')) ?? lastPart(name), name);
    }
  }
  return uses;
}

export function lastPart(name: string): string {
  return name.slice(name.lastIndexOf('\\') + 1);
}

function offsetOf(text: string, line: number, column: number): number {
  let at = 0;
  for (let count = 1; count < line; count += 1) at = text.indexOf('\n', at) + 1;
  return Math.min(at + column, text.length);
}
