import path from 'node:path';
import { isBlocked } from './blocked.ts';
import { lookUp } from './lookup.ts';
import type { Scope } from './scope.ts';
import { bare, calleeName, keyName, type Node, type NodeOf, type Script } from './syntax.ts';

/** A path or text that an expression gives. */
export interface ReadPath {
  path: string;
  /** It is computed from the place of the file that it stands in: then `path` is relative to that file's folder. */
  anchored: boolean;
}

const MOST_STEPS = 40;
// Functions that give back what they are given, as far as it is told here.
const SAME = new Set(['fileURLToPath', 'normalizePath', 'normalize', 'decodeURIComponent', 'String', 'toString']);

/**
 * The path that an expression gives: `'./a'`, `path.resolve(__dirname, 'a')`, `fileURLToPath(new URL('../a', import.meta.url))`, a template
 * or a sum of these, a constant that holds one; undefined for anything else.
 */
export function pathOf(script: Script, expression: Node, scope: Scope, steps = 0): ReadPath | undefined {
  if (steps > MOST_STEPS) return undefined;
  const node = bare(expression);
  const inner = (one: Node | undefined): ReadPath | undefined => one && pathOf(script, one, scope, steps + 1);
  switch (node.type) {
    case 'Literal':
      return typeof node.value === 'string' ? { path: node.value, anchored: false } : undefined;
    case 'TemplateLiteral':
      return templated(node, inner);
    case 'BinaryExpression':
      return node.operator === '+' ? joinedTexts([inner(node.left), inner(node.right)]) : undefined;
    case 'MemberExpression':
      return ofMember(node, inner);
    case 'NewExpression': {
      const [first, second] = node.arguments;
      if (node.callee.type !== 'Identifier' || node.callee.name !== 'URL') return undefined;
      return joined([second ? folderOf(inner(second)) : undefined, inner(first)]);
    }
    case 'CallExpression':
      return ofCall(node, inner);
    case 'Identifier': {
      if (/^_*dirname$/.test(node.name)) return { path: '.', anchored: true };
      if (/^_*filename$/.test(node.name)) return { path: './file', anchored: true };
      const value = lookUp(script, node, scope, '');
      return isBlocked(value) ? undefined : pathOf(script, value.node, value.scope, steps + 1);
    }
    default:
      return undefined;
  }
}

type Inner = (one: Node | undefined) => ReadPath | undefined;

function templated({ quasis, expressions }: NodeOf<'TemplateLiteral'>, inner: Inner): ReadPath | undefined {
  const parts = quasis.flatMap((quasi, index) => {
    const expression = expressions[index];
    const text = { path: quasi.value.cooked ?? '', anchored: false };
    return expression ? [text, inner(expression)] : [text];
  });
  return joinedTexts(parts);
}

/** Texts behind each other. */
function joinedTexts(parts: readonly (ReadPath | undefined)[]): ReadPath | undefined {
  const told = parts.filter((part) => part !== undefined);
  if (told.length < parts.length) return undefined;
  return { path: told.map((part) => part.path).join(''), anchored: told.some((part) => part.anchored) };
}

function ofMember(node: NodeOf<'MemberExpression'>, inner: Inner): ReadPath | undefined {
  const name = keyName(node.property, node.computed);
  if (node.object.type === 'MetaProperty') {
    if (name === 'dirname') return { path: '.', anchored: true };
    return name === 'url' || name === 'filename' ? { path: './file', anchored: true } : undefined;
  }
  return name === 'pathname' || name === 'href' ? inner(node.object) : undefined;
}

function ofCall(node: NodeOf<'CallExpression'>, inner: Inner): ReadPath | undefined {
  const { callee, arguments: args } = node;
  const name = calleeName(callee);
  if (name === 'cwd') return { path: '.', anchored: false };
  if (name === 'dirname') return folderOf(inner(args[0]));
  if (name === 'toString' && callee.type === 'MemberExpression') return inner(callee.object);
  if (name !== undefined && SAME.has(name)) return inner(args[0]);
  return name === 'resolve' || name === 'join' ? joined(args.map(inner)) : undefined;
}

function folderOf(one: ReadPath | undefined): ReadPath | undefined {
  return one && { ...one, path: path.posix.dirname(one.path) };
}

/** Paths below each other, the first one the base of the others. */
function joined(parts: readonly (ReadPath | undefined)[]): ReadPath | undefined {
  const told = parts.filter((part) => part !== undefined);
  if (told.length < parts.length || told.length === 0) return undefined;
  const [first, ...rest] = told;
  const below = rest.map((part) => part.path.replace(/^\//, ''));
  return { path: path.posix.join(first?.path ?? '', ...below), anchored: told.some((part) => part.anchored) };
}
