import { parseScript, type Node } from './syntax.ts';

// Where a node stands and how a literal is spelled say nothing of what it means.
const PLACES = new Set(['start', 'end', 'range', 'loc', 'raw', 'parent']);

/** Whether two nodes mean the same code: spacing, quotes, commas and brackets around expressions left out. */
export function sameCode(one: Node, other: Node): boolean {
  return one.type === other.type && shapeOf(one) === shapeOf(other);
}

/** Whether a node is written as `code` (an expression), read in the language of `file`. */
export function isCode(node: Node, code: string, file: string): boolean {
  const expression = parseExpression(code, file);
  return expression !== undefined && sameCode(node, expression);
}

/** The expression that a text is, or undefined where it is none. */
export function parseExpression(code: string, file: string): Node | undefined {
  const parsed = parseScript(`(${code})`, file);
  const [statement, ...more] = 'fault' in parsed ? [] : parsed.program.body;
  return statement?.type === 'ExpressionStatement' && more.length === 0 ? statement.expression : undefined;
}

/** The statements that a text is; none where it cannot be read. */
export function parseStatements(code: string, file: string): readonly Node[] {
  const parsed = parseScript(code, file);
  return 'fault' in parsed ? [] : parsed.program.body;
}

function shapeOf(node: Node): string {
  return JSON.stringify(node, (key, value: unknown) => {
    if (PLACES.has(key)) return undefined;
    if (typeof value === 'bigint') return `${value}n`;
    if (Array.isArray(value) && value.length > 0) return (value as (Node | null)[]).filter((item) => !isBlank(item));
    // A parser of TypeScript tells of more members, all of them empty where plain JavaScript is read.
    return key !== 'value' && isEmpty(value) ? undefined : value;
  });
}

function isEmpty(value: unknown): boolean {
  return value === null || value === false || (Array.isArray(value) && value.length === 0);
}

/** Line breaks between JSX elements are no children (JSX specification leaves them to the compiler, all drop them). */
function isBlank(node: Node | null): boolean {
  return node?.type === 'JSXText' && node.value.trim() === '' && node.value.includes('\n');
}
