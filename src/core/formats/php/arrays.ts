import { splitPointer } from '../json-pointer.ts';
import type { Container } from '../members.ts';
import { childOf, lastPart, listOf, nameOf, type Php, type PhpScript } from './document.ts';

/** Which array of a file is meant: the one that the file returns, that a method returns, or that a property holds. */
export type PhpArray =
  'returned' | { method: string; class?: string | undefined } | { property: string; class?: string | undefined };

export interface PhpBlocked {
  blocked: string;
  at: number;
}

export function isBlocked(value: object): value is PhpBlocked {
  return 'blocked' in value;
}

/** The array at a JSON Pointer into one of a file's arrays, or the array in which `rest` would have to be made. */
export function findArray(
  script: PhpScript,
  wanted: PhpArray,
  pointer: string,
): { array: Php; rest: string[] } | PhpBlocked {
  const found = wanted === 'returned' ? returned(script, script.statements) : inClass(script, wanted);
  if (isBlocked(found)) return found;
  let array = found;
  const keys = splitPointer(pointer);
  for (const [depth, key] of keys.entries()) {
    const entry = entryOf(script, array, quoted(key));
    if (!entry && listOf(array, 'items').some(({ unpack }) => unpack === true))
      return { blocked: `"${key}" may come from an array that is spread in`, at: array.start };
    if (!entry) return { array, rest: keys.slice(depth) };
    const value = literalArray(script, childOf(entry, 'value'));
    if (isBlocked(value)) return value;
    array = value;
  }
  return { array, rest: [] };
}

export function quoted(text: string): string {
  return `'${text.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`;
}

/** The entry of an array with this key, given as code. */
export function entryOf(script: PhpScript, array: Php, key: string): Php | undefined {
  const wanted = normalCode(key, script.uses);
  return listOf(array, 'items').findLast((item) => {
    const own = childOf(item, 'key');
    return own !== undefined && normalCode(textOf(script, own), script.uses) === wanted;
  });
}

/** The item of a list that is written as this code. */
export function itemOf(script: PhpScript, array: Php, code: string): Php | undefined {
  const wanted = normalCode(code, script.uses);
  return listOf(array, 'items').find(
    (item) => !childOf(item, 'key') && normalCode(textOf(script, item), script.uses) === wanted,
  );
}

export function textOf({ text }: PhpScript, node: Php): string {
  return text.slice(node.start, node.end);
}

/** Code in which spacing, the kind of quotes and short names of imported classes say nothing, so that two can be compared. */
export function normalCode(code: string, uses: ReadonlyMap<string, string>): string {
  return code
    .replaceAll(/"([^"\\$\n]*)"/g, "'$1'")
    .replaceAll(/(?<![\w\\])\\?[A-Za-z_][\w\\]*(?=::)/g, (name) => {
      const plain = name.replace(/^\\/, '');
      const [head = '', ...rest] = plain.split('\\');
      const full = name.startsWith('\\') ? undefined : uses.get(head);
      return full === undefined ? plain : [full, ...rest].join('\\');
    })
    .replaceAll(/\s+/g, '')
    .replaceAll(/,(?=[\])])/g, '');
}

/** An array as a list of members; undefined where its brackets are not where they should be. */
export function arrayContainer(script: PhpScript, array: Php): Container | undefined {
  const { text } = script;
  const children = listOf(array, 'items').map(({ start, end }) => ({ start, end }));
  const open = array.shortForm === true ? array.start + 1 : text.indexOf('(', array.start) + 1;
  const close = array.end - 1;
  const brackets = `${text[open - 1] ?? ''}${text[close] ?? ''}`;
  const [first] = children;
  const fits =
    (brackets === '[]' || brackets === '()') && (!first || first.start >= open) && (children.at(-1)?.end ?? 0) <= close;
  return fits ? { open, close, children, bracket: '[' } : undefined;
}

function returned(script: PhpScript, statements: readonly Php[]): Php | PhpBlocked {
  const returns = statements.filter(({ kind }) => kind === 'return');
  const [only, second] = returns;
  if (!only) return { blocked: 'it returns no array', at: statements[0]?.start ?? 0 };
  if (second) return { blocked: 'it returns in more than one place', at: second.start };
  return literalArray(script, childOf(only, 'expr'), statements);
}

function literalArray(
  script: PhpScript,
  node: Php | undefined,
  statements: readonly Php[] = script.statements,
): Php | PhpBlocked {
  if (node?.kind === 'array') return node;
  if (node?.kind === 'variable') {
    const name = nameOf(node);
    const set = statements.flatMap((statement) => {
      const assign = statement.kind === 'expressionstatement' ? childOf(statement, 'expression') : undefined;
      return assign?.kind === 'assign' && nameOf(childOf(assign, 'left')) === name ? [childOf(assign, 'right')] : [];
    });
    const [only, second] = set;
    if (only?.kind === 'array' && !second) return only;
  }
  return { blocked: 'its value is computed', at: node?.start ?? 0 };
}

function inClass(script: PhpScript, wanted: Exclude<PhpArray, 'returned'>): Php | PhpBlocked {
  const classes = script.statements.filter(
    (node) =>
      node.kind === 'class' && (wanted.class === undefined || lastPart(nameOf(node) ?? '') === lastPart(wanted.class)),
  );
  const [only, second] = classes;
  if (!only) return { blocked: 'it has no such class', at: 0 };
  if (second) return { blocked: 'it has more than one class', at: second.start };
  const body = listOf(only, 'body');
  if ('method' in wanted) {
    const method = body.find(
      (node) => node.kind === 'method' && nameOf(node)?.toLowerCase() === wanted.method.toLowerCase(),
    );
    const block = method && childOf(method, 'body');
    if (!block) return { blocked: `its class has no method "${wanted.method}"`, at: only.start };
    return returned(script, listOf(block, 'children'));
  }
  const property = body
    .flatMap((node) => (node.kind === 'propertystatement' ? listOf(node, 'properties') : []))
    .find((node) => nameOf(node) === wanted.property);
  if (!property) return { blocked: `its class has no property "${wanted.property}"`, at: only.start };
  return literalArray(script, childOf(property, 'value'));
}
