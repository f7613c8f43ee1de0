export type JsonValue = string | number | boolean | null | JsonValue[] | { [key: string]: JsonValue };

/**
 * Operations on tree-shaped formats. Addresses are JSON Pointers (RFC 6901).
 * - `set`: the member at `pointer` gets `value`; missing parents are made. A member with another value is a refusal,
 *   unless `any` says that being there is enough or `replace` names the one value that may be replaced. `sorted` puts
 *   a new member at its place where the object's keys are in order. `behind` names sibling keys after which a new
 *   top-level section goes best.
 * - `add`: `value` becomes an item of the array at `pointer` unless it is one already: before the item `before` or behind
 *   the item `after` where they are there, else first or last.
 * - `drop`: the member at `pointer` is not there; another value than `was` is a refusal.
 * - `drop-item`: the array at `pointer` does not have the item `value`.
 */
export type TreeOperation = SetOperation | AddOperation | DropOperation | DropItemOperation;

export interface SetOperation {
  op: 'set';
  pointer: string;
  value: JsonValue;
  any?: boolean | undefined;
  replace?: JsonValue | undefined;
  sorted?: boolean | undefined;
  behind?: string[] | undefined;
}
export interface AddOperation {
  op: 'add';
  pointer: string;
  value: JsonValue;
  place?: 'first' | 'last' | undefined;
  before?: JsonValue | undefined;
  after?: JsonValue | undefined;
}
export interface DropOperation {
  op: 'drop';
  pointer: string;
  was: JsonValue;
}
export interface DropItemOperation {
  op: 'drop-item';
  pointer: string;
  value: JsonValue;
}

/** The operation that brings back what one of the dropping kind takes out; undefined for the others. */
export function puttingBack(operation: TreeOperation): TreeOperation | undefined {
  if (operation.op === 'drop') return { op: 'set', pointer: operation.pointer, value: operation.was };
  if (operation.op === 'drop-item') return { ...operation, op: 'add' };
  return undefined;
}

/** The index at which a new item goes among items, told apart by `isAt`. */
export function indexAmong<Item>(
  items: readonly Item[],
  { place, before, after }: AddOperation,
  isAt: (item: Item, value: JsonValue) => boolean,
): number {
  const next = before === undefined ? -1 : items.findIndex((item) => isAt(item, before));
  if (next !== -1) return next;
  const previous = after === undefined ? -1 : items.findLastIndex((item) => isAt(item, after));
  if (previous !== -1) return previous + 1;
  return place === 'first' ? 0 : items.length;
}

export function inSortedOrder(keys: readonly string[]): boolean {
  return isOrdered(keys, compareKeys);
}

/** The index at which a new key goes among keys in order; last where they are in none. */
export function sortedIndex(keys: readonly string[], key: string): number {
  if (inSortedOrder(keys)) return placeIn(keys, key, compareKeys);
  // What a project runs on may stand before its packages (`php`, `ext-json`, then `vendor/name`): in order are those of its own kind.
  const from = keys.findIndex((other) => isPath(other) === isPath(key));
  const own = keys.slice(from);
  const isKind = from !== -1 && own.every((other) => isPath(other) === isPath(key));
  const order = isKind ? [compareKeys, natural].find((one) => isOrdered(own, one)) : undefined;
  return order ? from + placeIn(own, key, order) : keys.length;
}

type Compare = (a: string, b: string) => number;

function isPath(key: string): boolean {
  return key.includes('/');
}

function isOrdered(keys: readonly string[], compare: Compare): boolean {
  return keys.every((key, index) => index === 0 || compare(keys[index - 1] ?? '', key) <= 0);
}

function placeIn(keys: readonly string[], key: string, compare: Compare): number {
  const place = keys.findIndex((other) => compare(other, key) > 0);
  return place === -1 ? keys.length : place;
}

// Made where it is needed: it takes a while.
let collator: Intl.Collator | undefined;

/** Numbers in names count as numbers. */
function natural(a: string, b: string): number {
  collator ??= new Intl.Collator('en', { numeric: true });
  return collator.compare(a, b);
}

function compareKeys(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** What an operation asks for, as a sentence. */
export function treeHandwork(operation: TreeOperation, list: string): string {
  const { pointer } = operation;
  if (operation.op === 'set') return `Set ${pointer} to ${JSON.stringify(operation.value)}.`;
  if (operation.op === 'drop') return `Take ${pointer} out.`;
  const value = JSON.stringify(operation.value);
  return operation.op === 'add'
    ? `Add ${value} to the ${list} at ${pointer}.`
    : `Take ${value} out of the ${list} at ${pointer}.`;
}
