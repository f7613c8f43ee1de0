import type { CodeStyle } from '../../text/code-style.ts';
import { DEFAULT_HABITS } from '../../text/habits.ts';
import type { Splice } from '../../text/splices.ts';
import { isFunction, type Node } from './syntax.ts';

/**
 * What the smaller habits of a host want otherwise in a node of a script that is written with commas behind the last of several
 * lines, brackets around each parameter, and blanks inside braces.
 */
export function byHabit(text: string, node: Node, style: CodeStyle): Splice[] {
  return [...commas(text, node, style), ...brackets(text, node, style), ...braces(text, node, style)];
}

/** The last of what a node lists, and whether these are arguments or parameters. */
function lastOf(node: Node): { last: Node; isCall: boolean } | undefined {
  const found = (all: readonly (Node | null)[], isCall: boolean): ReturnType<typeof lastOf> => {
    const last = all.at(-1);
    return last ? { last, isCall } : undefined;
  };
  if (node.type === 'ObjectExpression' || node.type === 'ObjectPattern') return found(node.properties, false);
  if (node.type === 'ArrayExpression' || node.type === 'ArrayPattern') return found(node.elements, false);
  if (node.type === 'ImportDeclaration') return found(node.specifiers, false);
  if (node.type === 'CallExpression' || node.type === 'NewExpression') return found(node.arguments, true);
  return isFunction(node) ? found(node.params, true) : undefined;
}

function commas(text: string, node: Node, style: CodeStyle): Splice[] {
  const { argumentCommas } = style.habits ?? DEFAULT_HABITS;
  const found = lastOf(node);
  if (!found || (style.trailingCommas && (argumentCommas || !found.isCall))) return [];
  const isComma = /^,\s*[\]})]/.test(text.slice(found.last.end));
  return isComma ? [{ at: found.last.end, removed: ',', inserted: '' }] : [];
}

/** The brackets around the only parameter of an arrow function. */
function brackets(text: string, node: Node, style: CodeStyle): Splice[] {
  if ((style.habits ?? DEFAULT_HABITS).arrowBrackets || node.type !== 'ArrowFunctionExpression') return [];
  const [only] = node.params;
  if (node.params.length !== 1 || only?.type !== 'Identifier' || only.typeAnnotation || node.returnType) return [];
  if (text[only.start - 1] !== '(' || text[only.end] !== ')') return [];
  return [
    { at: only.start - 1, removed: '(', inserted: '' },
    { at: only.end, removed: ')', inserted: '' },
  ];
}

/** The blanks inside braces that open and close on one line. */
function braces(text: string, node: Node, style: CodeStyle): Splice[] {
  if ((style.habits ?? DEFAULT_HABITS).spacedBraces) return [];
  const isObject = node.type === 'ObjectExpression' || node.type === 'ObjectPattern';
  if (!isObject && node.type !== 'ImportDeclaration') return [];
  const open = text.indexOf('{', node.start);
  const end = isObject ? lastBrace(text, node) : node.source.start;
  const close = text.lastIndexOf('}', end - 1);
  if (open === -1 || open >= end || close < open || /\n/.test(text.slice(open, close))) return [];
  if (text[open + 1] !== ' ' || text[close - 1] !== ' ' || close - open < 3) return [];
  return [
    { at: open + 1, removed: ' ', inserted: '' },
    { at: close - 1, removed: ' ', inserted: '' },
  ];
}

/** The type of a pattern counts to it: its own brace closes before that. */
function lastBrace(text: string, node: Node): number {
  const typed = 'typeAnnotation' in node && node.typeAnnotation ? node.typeAnnotation.start : node.end;
  return text.lastIndexOf('}', typed - 1) + 1;
}
