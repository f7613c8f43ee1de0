import { splitPointer } from './json-pointer.ts';
import { indexAmong, type AddOperation, type JsonValue, type SetOperation } from './tree-operation.ts';

/** The value that the whole document must have after an operation. */
export function withValue(value: JsonValue, operation: SetOperation | AddOperation): JsonValue {
  const keys = splitPointer(operation.pointer);
  const last = keys.pop() ?? '';
  const copy = structuredClone(value ?? {}) as Record<string, JsonValue>;
  let at = copy;
  for (const key of keys) {
    if (!Object.hasOwn(at, key) || at[key] === null) define(at, key, {});
    at = at[key] as Record<string, JsonValue>;
  }
  if (operation.op === 'set') {
    define(at, last, operation.value);
    return copy;
  }
  const items = Object.hasOwn(at, last) ? ((at[last] as JsonValue[] | null) ?? []) : [];
  define(at, last, items.toSpliced(indexAmong(items, operation, same), 0, operation.value));
  return copy;
}

/** The value without one member or item, and without the mappings that it alone was in. */
export function without(value: JsonValue, keys: readonly string[]): JsonValue {
  const copy = structuredClone(value);
  const path: Record<string, JsonValue>[] = [copy as Record<string, JsonValue>];
  for (const key of keys.slice(0, -1)) path.push(path.at(-1)?.[key] as Record<string, JsonValue>);
  for (let depth = keys.length - 1; depth >= 0; depth -= 1) {
    const holder = path[depth];
    const key = keys[depth] ?? '';
    if (Array.isArray(holder)) holder.splice(Number(key), 1);
    else if (holder) Reflect.deleteProperty(holder, key);
    if (!holder || Array.isArray(holder) || Object.keys(holder).length > 0) break;
  }
  return copy;
}

function define(object: Record<string, JsonValue>, key: string, value: JsonValue): void {
  Object.defineProperty(object, key, { value, enumerable: true, configurable: true, writable: true });
}

/** Whether two values are equal, whatever the order of their members. */
export function same(a: JsonValue, b: JsonValue): boolean {
  if (Array.isArray(a) || Array.isArray(b)) {
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((item, index) => same(item, b[index] ?? null))
    );
  }
  if (a === null || b === null || typeof a !== 'object' || typeof b !== 'object')
    return Object.is(a, b) || isEmpty(a, b);
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => Object.hasOwn(b, key) && same(a[key] ?? null, b[key] ?? null))
  );
}

/** An empty document reads as nothing, and so does a mapping that holds nothing. */
function isEmpty(a: JsonValue, b: JsonValue): boolean {
  const nothing = (value: JsonValue): boolean =>
    value === null || (typeof value === 'object' && Object.keys(value).length === 0);
  return nothing(a) && nothing(b);
}
