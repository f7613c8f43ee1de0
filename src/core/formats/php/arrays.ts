import { splitPointer } from '../json-pointer.ts';
import type { Container } from '../members.ts';
import {
  childOf,
  childrenOf,
  lastPart,
  nameOf,
  statementsIn,
  textOf,
  valueOf,
  type Php,
  type PhpScript,
} from './document.ts';

/**
 * Which array of a file is meant: the one that the file returns, that a method returns, that a property holds, or that a call is given
 * first, in the function that another call is given (`->withMiddleware(fn …)`, `$middleware->alias([…])`).
 */
export type PhpArray =
  | 'returned'
  | { method: string; class?: string | undefined }
  | { property: string; class?: string | undefined }
  | GivenArray;

/** `given` is the call's name, `on` the variable that it is called on. */
export interface GivenArray {
  given: string;
  on: string;
  in: string;
}

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
  wanted: Exclude<PhpArray, GivenArray>,
  pointer: string,
): { array: Php; rest: string[] } | PhpBlocked {
  const found = wanted === 'returned' ? returned(script, script.statements) : inClass(script, wanted);
  return isBlocked(found) ? found : within(script, found, pointer);
}

/** The array at a JSON Pointer into an array, or the one in which `rest` would have to be made. */
export function within(script: PhpScript, outer: Php, pointer: string): { array: Php; rest: string[] } | PhpBlocked {
  let array = outer;
  const keys = splitPointer(pointer);
  for (const [depth, key] of keys.entries()) {
    const entry = entryOf(script, array, quoted(key));
    if (!entry && isOpen(array))
      return { blocked: `"${key}" may come from an array that is spread in`, at: array.start };
    if (!entry) return { array, rest: keys.slice(depth) };
    const value = arrayIn(script, valueOf(entry), script.statements);
    if (isBlocked(value)) return value;
    array = value;
  }
  return { array, rest: [] };
}

export function quoted(text: string): string {
  return `'${text.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`;
}

/** The items of an array, with their keys. */
export function itemsOf(array: Php): Php[] {
  return childrenOf(array, 'array_element_initializer');
}

/** Whether an array takes in others, so that it may have more than is written in it. */
export function isOpen(array: Php): boolean {
  return itemsOf(array).some(({ children }) => children[0]?.kind === 'variadic_unpacking');
}

/** The key of an item of an array, where it has one. */
export function keyOf(item: Php): Php | undefined {
  return item.children.some(({ kind }) => kind === '=>') ? item.children[0] : undefined;
}

/** The entry of an array with this key, given as code. */
export function entryOf(script: PhpScript, array: Php, key: string): Php | undefined {
  const wanted = normalCode(key, script.uses);
  return itemsOf(array).findLast((item) => {
    const own = keyOf(item);
    return own !== undefined && normalCode(textOf(script, own), script.uses) === wanted;
  });
}

/** The item of a list that is written as this code. */
export function itemOf(script: PhpScript, array: Php, code: string): Php | undefined {
  const wanted = normalCode(code, script.uses);
  return itemsOf(array).find((item) => !keyOf(item) && normalCode(textOf(script, item), script.uses) === wanted);
}

/** Code in which spacing, the kind of quotes and short names of imported classes say nothing, so that two can be compared. */
export function normalCode(code: string, uses: ReadonlyMap<string, string>): string {
  return code
    .replaceAll(/"([^"\\$\n]*)"/g, "'$1'")
    .replaceAll(/(?<![\w\\$>])\\?[A-Za-z_][\w\\]*(?=::)|(?<=\bnew\s+)\\?[A-Za-z_][\w\\]*/g, (name) => {
      const plain = name.replace(/^\\/, '');
      const [head = '', ...rest] = plain.split('\\');
      const full = name.startsWith('\\') ? undefined : uses.get(head);
      return full === undefined ? plain : [full, ...rest].join('\\');
    })
    .replaceAll(/\s+/g, '')
    .replaceAll(/,(?=[\])])/g, '');
}

/** An array as a list of members. */
export function arrayContainer(array: Php): Container {
  const open = array.children.find(({ kind }) => kind === '[' || kind === '(')?.end ?? array.start;
  const children = itemsOf(array).map(({ start, end }) => ({ start, end }));
  return { open, close: array.end - 1, children, bracket: '[' };
}

/** The array that some statements return, in one place. */
export function returned(script: PhpScript, statements: readonly Php[]): Php | PhpBlocked {
  const returns = statements.filter(({ kind }) => kind === 'return_statement');
  const [only, second] = returns;
  if (!only) return { blocked: 'it returns no array', at: statements[0]?.start ?? 0 };
  if (second) return { blocked: 'it returns in more than one place', at: second.start };
  return arrayIn(script, valueOf(only), statements);
}

// What gives on the array that it is called on or given, as far as the last list or entry decides.
const MERGED =
  /^(array_merge|array_replace|array_merge_recursive|array_replace_recursive|merge|mergeRecursive|replace|config)$/;
const HANDED_ON = /^(array_filter|array_values|array_unique|collect|toArray|all|values|filter|unique)$/;

/** The array literal that a value is, looked for through brackets, variables that are set once, and what merges arrays. */
export function arrayIn(script: PhpScript, node: Php | undefined, statements: readonly Php[]): Php | PhpBlocked {
  switch (node?.kind) {
    case 'array_creation_expression':
      return node;
    case 'parenthesized_expression':
      return arrayIn(script, valueOf(node), statements);
    case 'variable_name':
      return setOnce(script, node, statements);
    case 'binary_expression':
      // Of arrays that are added the first decides (PHP's manual, "Array Operators").
      return isSum(script, node)
        ? arrayIn(script, childOf(node, 'left'), statements)
        : { blocked: 'its value is computed', at: node.start };
    case 'function_call_expression':
    case 'member_call_expression':
    case 'scoped_call_expression':
      return givenTo(script, node, statements);
    default:
      return { blocked: 'its value is computed', at: node?.start ?? 0 };
  }
}

function isSum(script: PhpScript, node: Php): boolean {
  return textOf(script, childOf(node, 'operator')) === '+';
}

/** Whether an array is one to which others are added, so that another item of a list in it hides one of theirs. */
export function hasAdded({ text }: PhpScript, array: Php): boolean {
  return /^[\s)]*\+/.test(text.slice(array.end));
}

function setOnce(script: PhpScript, variable: Php, statements: readonly Php[]): Php | PhpBlocked {
  const name = textOf(script, variable);
  const set = statements.flatMap((statement, index) => {
    const assign = statement.kind === 'expression_statement' ? statement.children[0] : undefined;
    const sets = assign && /assignment/.test(assign.kind) && textOf(script, childOf(assign, 'left')) === name;
    return sets ? [{ assign, index }] : [];
  });
  const [only, second] = set;
  if (only?.assign.kind !== 'assignment_expression' || second)
    return { blocked: 'its value is computed', at: variable.start };
  const value = childOf(only.assign, 'right');
  // What it is set to may name variables that were set before: never itself.
  return value?.kind === 'variable_name'
    ? { blocked: 'its value is computed', at: variable.start }
    : arrayIn(script, value, statements.slice(0, only.index));
}

/** The array that a call gets and gives on: its last argument, or what it is called on. */
function givenTo(script: PhpScript, call: Php, statements: readonly Php[]): Php | PhpBlocked {
  const name = lastPart(textOf(script, childOf(call, 'function') ?? childOf(call, 'name')));
  const given = childrenOf(childOf(call, 'arguments'), 'argument');
  const last = given.at(-1);
  if (MERGED.test(name) && last) return arrayIn(script, valueOf(last), statements);
  if (HANDED_ON.test(name)) return arrayIn(script, childOf(call, 'object') ?? valueOf(given[0]), statements);
  return { blocked: 'its value is computed', at: call.start };
}

/** The one class of a file, or the one of that name. */
export function classOf(script: PhpScript, name: string | undefined): Php | PhpBlocked {
  const classes = script.statements.filter(
    (node) =>
      node.kind === 'class_declaration' &&
      (name === undefined || lastPart(nameOf(script, node) ?? '') === lastPart(name)),
  );
  const [only, second] = classes;
  if (!only) return { blocked: 'it has no such class', at: 0 };
  if (second) return { blocked: 'it has more than one class', at: second.start };
  return only;
}

/** The block of a method of a class. */
export function methodBlock(
  script: PhpScript,
  wanted: { method: string; class?: string | undefined },
): Php | PhpBlocked {
  const holder = classOf(script, wanted.class);
  if (isBlocked(holder)) return holder;
  const method = childrenOf(childOf(holder, 'body'), 'method_declaration').find(
    (node) => nameOf(script, node)?.toLowerCase() === wanted.method.toLowerCase(),
  );
  return childOf(method, 'body') ?? { blocked: `its class has no method "${wanted.method}"`, at: holder.start };
}

function inClass(script: PhpScript, wanted: Exclude<PhpArray, GivenArray | 'returned'>): Php | PhpBlocked {
  if ('method' in wanted) {
    const block = methodBlock(script, wanted);
    return isBlocked(block) ? block : returned(script, statementsIn(block));
  }
  const holder = classOf(script, wanted.class);
  if (isBlocked(holder)) return holder;
  const property = childrenOf(childOf(holder, 'body'), 'property_declaration')
    .flatMap((node) => childrenOf(node, 'property_element'))
    .find((node) => nameOf(script, node) === `$${wanted.property}`);
  if (!property) return { blocked: `its class has no property "${wanted.property}"`, at: holder.start };
  return arrayIn(script, childOf(property, 'default_value'), script.statements);
}
