import { splitPointer } from '../json-pointer.ts';
import { isBlocked, type Blocked } from './blocked.ts';
import { configRoot } from './config-root.ts';
import type { Script } from './syntax.ts';
import { ValueReader, type ConfigAddress, type ListPlace, type ObjectPlace, type Placed } from './values.ts';
import type { Node } from './syntax.ts';

/** Where a value stands, or the object in which it (below `keys`) would have to be made. */
export type Target<Value> = { value: Value } | { makeIn: ObjectPlace; keys: string[] } | Blocked;
export type ListTarget = { list: ListPlace } | { makeIn: ObjectPlace; keys: string[] } | Blocked;

/** Finds the list at an address of a configuration. */
export function findList(script: Script, address: ConfigAddress): ListTarget {
  const found = findValue(script, address, (reader, value) => reader.list(value.node, value.scope));
  if (isBlocked(found) || 'makeIn' in found) return found;
  return { list: found.value };
}

/** Finds whatever stands at an address of a configuration. */
export function findAny(script: Script, address: ConfigAddress): Target<Placed<Node>> {
  return findValue(script, address, (_, value) => value);
}

function findValue<Value>(
  script: Script,
  address: ConfigAddress,
  take: (reader: ValueReader, value: Placed<Node>) => Value | Blocked,
): Target<Value> {
  const root = configRoot(script, address);
  if (isBlocked(root)) return root;
  const reader = new ValueReader(script, address);
  const keys = splitPointer(address.pointer);
  if (keys.length === 0) return taken(take(reader, root));
  const places = reader.objects(root.node, root.scope);
  if (isBlocked(places)) return places;
  const targets = places.map((place) => follow(reader, place, keys, take));
  const [first, ...others] = targets;
  if (!first) return { blocked: 'the file exports no configuration', at: 0 };
  for (const other of others) {
    if (isBlocked(other)) return other;
    if (identity(other) !== identity(first)) {
      const at = places[1]?.node.start ?? 0;
      return { blocked: 'the configuration has several forms, each with its own list', at };
    }
  }
  return first;
}

function follow<Value>(
  reader: ValueReader,
  place: ObjectPlace,
  keys: string[],
  take: (reader: ValueReader, value: Placed<Node>) => Value | Blocked,
): Target<Value> {
  const [key = '', ...rest] = keys;
  const member = reader.member(place, key);
  if (isBlocked(member)) return member;
  // What is added to a spread-in object would be seen by its other users: it goes to the object itself.
  if ('absentFrom' in member) return { makeIn: place, keys };
  if (rest.length === 0) return taken(take(reader, member.value));
  const inner = reader.objects(member.value.node, member.value.scope);
  if (isBlocked(inner)) return inner;
  const [only, ...more] = inner;
  if (!only || more.length > 0)
    return { blocked: `"${key}" could be one of several objects`, at: member.value.node.start };
  return follow(reader, only, rest, take);
}

function taken<Value>(value: Value | Blocked): Target<Value> {
  return typeof value === 'object' && value !== null && isBlocked(value) ? value : { value: value };
}

function identity(target: { value: unknown } | { makeIn: ObjectPlace } | Blocked): unknown {
  if ('value' in target) return (target.value as { node?: Node }).node ?? target.value;
  return 'makeIn' in target ? target.makeIn.node : target;
}
