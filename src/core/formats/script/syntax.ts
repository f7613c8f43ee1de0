import { messageOf } from '../../message-of.ts';
import { isTooDeep } from './depth.ts';
import { parseSync, visitorKeys, type Comment, type Node, type Program } from 'oxc-parser';

export type { Comment, Node, Program };
// Some nodes share one type for several names: each is taken whose names include the one asked for.
export type NodeOf<Type extends Node['type']> = Node extends infer One
  ? One extends Node
    ? Type extends One['type']
      ? One
      : never
    : never
  : never;

/** A member of an object that has a key; not a spread. */
export type Property = Extract<NodeOf<'ObjectExpression'>['properties'][number], { type: 'Property' }>;

export interface Script {
  text: string;
  program: Program;
  readonly comments: Comment[];
  /** `commonjs` where the file is written with `require` and `module.exports`. */
  moduleFormat: 'esm' | 'commonjs';
}

export interface SyntaxFault {
  message: string;
  offset: number;
}

type Parsed = Script | { fault: SyntaxFault };

// A survey asks the same few files several questions; parsing is a pure function, so its last answers are kept.
const MOST_KEPT = 8;
const kept: { text: string; file: string; parsed: Parsed }[] = [];

/** Parses a script of any of the languages that its file's ending tells; a byte order mark is passed over. */
export function parseScript(text: string, file: string): Parsed {
  const known = kept.find((one) => one.text === text && one.file === file);
  if (known) return known.parsed;
  const parsed = parseAnew(text, file);
  kept.unshift({ text, file, parsed });
  kept.length = Math.min(kept.length, MOST_KEPT);
  return parsed;
}

function parseAnew(text: string, file: string): Parsed {
  if (isTooDeep(text)) return { fault: { message: 'it is nested too deeply', offset: 0 } };
  // The mark counts as white space in ECMAScript (ECMA-262, section 12.2), so a blank keeps every offset.
  const body = text.startsWith('\uFEFF') ? ` ${text.slice(1)}` : text;
  const attempt = (): ReturnType<typeof parseSync> =>
    parseSync(file, body, { lang: languageOf(file), sourceType: 'unambiguous', preserveParens: false });
  try {
    const result = attempt();
    const error = result.errors[0];
    if (error) return { fault: { message: error.message, offset: error.labels[0]?.start ?? 0 } };
    const { program } = result;
    return {
      text,
      program,
      // Few edits ask for comments, and the parser hands them over only when asked.
      get comments() {
        // The first line of a program that is run by name comes as one too; nothing may ever go above it.
        return result.comments.filter(({ start }) => start !== program.hashbang?.start);
      },
      moduleFormat: moduleFormatOf(program, body, file),
    };
  } catch (error) {
    return { fault: { message: messageOf(error), offset: 0 } };
  }
}

function languageOf(file: string): 'js' | 'jsx' | 'ts' | 'tsx' {
  const ending = /\.([cm]?[jt]sx?)$/.exec(file)?.[1] ?? 'js';
  if (ending === 'tsx') return 'tsx';
  if (/^[cm]?ts$/.test(ending)) return 'ts';
  // Plain scripts are read with JSX: many hosts write it in .js files, and it is never ambiguous there.
  return 'jsx';
}

function moduleFormatOf(program: Program, text: string, file: string): 'esm' | 'commonjs' {
  const isModule = program.body.some((node) => /^(Import|Export)/.test(node.type));
  if (isModule) return 'esm';
  if (/\.c[jt]s$/.test(file)) return 'commonjs';
  return /\b(module\.exports|exports\.\w+\s*=|require\s*\()/.test(text) ? 'commonjs' : 'esm';
}

/** Calls `see` for a node and all below it; where it returns false, not for what is below. Iterative: depth is no danger. */
export function walk(root: Node, see: (node: Node, parent: Node | undefined) => boolean | void): void {
  const nodes: Node[] = [root];
  const parents: (Node | undefined)[] = [undefined];
  for (let node = nodes.pop(); node; node = nodes.pop()) {
    if (see(node, parents.pop()) === false) continue;
    const members = node as unknown as Record<string, unknown>;
    const keys = visitorKeys[node.type] ?? [];
    for (let index = keys.length - 1; index >= 0; index -= 1) {
      const value = members[keys[index] ?? ''];
      if (Array.isArray(value)) {
        for (let at = value.length - 1; at >= 0; at -= 1) {
          if (!isNode(value[at])) continue;
          nodes.push(value[at] as Node);
          parents.push(node);
        }
      } else if (isNode(value)) {
        nodes.push(value);
        parents.push(node);
      }
    }
  }
}

export function childrenOf(node: Node): Node[] {
  const children: Node[] = [];
  const members = node as unknown as Record<string, unknown>;
  for (const key of visitorKeys[node.type] ?? []) {
    const value = members[key];
    if (Array.isArray(value)) {
      for (const item of value) if (isNode(item)) children.push(item);
    } else if (isNode(value)) children.push(value);
  }
  return children;
}

function isNode(value: unknown): value is Node {
  return typeof value === 'object' && value !== null;
}

export type FunctionNode = NodeOf<'ArrowFunctionExpression' | 'FunctionExpression' | 'FunctionDeclaration'>;

export function isFunction(node: Node): node is FunctionNode {
  return (
    node.type === 'ArrowFunctionExpression' || node.type === 'FunctionExpression' || node.type === 'FunctionDeclaration'
  );
}

/** The expression inside type assertions and the like, which say nothing about the value. */
export function bare(node: Node): Node {
  let inner = node;
  for (;;) {
    if (
      inner.type === 'TSAsExpression' ||
      inner.type === 'TSSatisfiesExpression' ||
      inner.type === 'TSNonNullExpression' ||
      inner.type === 'TSTypeAssertion' ||
      inner.type === 'ParenthesizedExpression' ||
      inner.type === 'ChainExpression'
    ) {
      inner = inner.expression;
    } else if (inner.type === 'AwaitExpression') {
      inner = inner.argument;
    } else {
      return inner;
    }
  }
}

/** The name of a property or member where it can be read: `a`, `'a'`, `['a']`. */
export function keyName(key: Node, computed: boolean): string | undefined {
  if (key.type === 'Identifier' && !computed) return key.name;
  if (key.type === 'Literal' && typeof key.value === 'string') return key.value;
  if (key.type === 'Literal' && typeof key.value === 'number') return String(key.value);
  if (key.type === 'TemplateLiteral' && key.quasis.length === 1) return key.quasis[0]?.value.cooked ?? undefined;
  return undefined;
}

/** The name of what is called, without what it is a member of: `join` in `path.join(…)`. */
export function calleeName(callee: Node): string | undefined {
  if (callee.type === 'Identifier') return callee.name;
  return callee.type === 'MemberExpression' ? keyName(callee.property, callee.computed) : undefined;
}

/** The return statements of a function's own body, those of functions inside it left out. */
export function returnsOf(body: Node): NodeOf<'ReturnStatement'>[] {
  const returns: NodeOf<'ReturnStatement'>[] = [];
  walk(body, (node) => {
    if (node.type === 'ReturnStatement') returns.push(node);
    return !isFunction(node);
  });
  return returns;
}
