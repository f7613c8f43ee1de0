import { isMap, isPair, isScalar, isSeq, stringify, type Node, type YAMLMap, type YAMLSeq } from 'yaml';
import { same, without, withValue } from './expected-value.ts';
import { descend, end, readYaml, start, valueOf, type Fault, type Found, type Read } from './yaml-document.ts';
import { indentOf, lineBreakOf } from '../text/code-style.ts';
import { lineEnd, lineStart } from '../text/positions.ts';
import type { Splice } from '../text/splices.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from './format.ts';
import type { JsonValue } from './json.ts';
import { splitPointer } from './json-pointer.ts';
import { insertMember, removeMember, type Container } from './members.ts';

/**
 * Operations on YAML 1.2. Addresses are JSON Pointers (RFC 6901).
 * - `set`: the member at `pointer` gets `value`; missing parents are made. Another value is a refusal, unless `any` says
 *   that being there is enough.
 * - `add`: `value` becomes an item of the sequence at `pointer` unless it is one already.
 */
export type YamlOperation =
  | { op: 'set'; pointer: string; value: JsonValue; any?: boolean | undefined }
  | { op: 'add'; pointer: string; value: JsonValue };

export const yaml: Format<YamlOperation> = {
  edit(text, operation, around) {
    const read = readYaml(text);
    if ('reason' in read) return refused(text, read.at, read.reason, handwork(operation));
    const splices = operation.op === 'set' ? planSet(read, operation, around) : planAdd(read, operation, around);
    if (!Array.isArray(splices))
      return 'already' in splices
        ? { kind: 'already', at: splices.already }
        : refused(text, splices.at, splices.reason, handwork(operation));
    return checked(read, splices, withValue(read.value, operation), handwork(operation));
  },
  remove(text, operation) {
    const by = `Take out by hand: ${handwork(operation)}`;
    const read = readYaml(text);
    if ('reason' in read) return refused(text, read.at, read.reason, by);
    const keys = splitPointer(operation.pointer);
    const found = descend(read, keys);
    if ('reason' in found) return refused(text, found.at, found.reason, by);
    if (found.rest.length > 0) return { kind: 'already', at: 0 };
    if (operation.op === 'add') {
      const list = isSeq(found.node) ? found.node : undefined;
      const items = list?.items ?? [];
      const index = items.findIndex((item) => same(valueOf(read, item as Node), operation.value));
      if (index === -1 || !list) return { kind: 'already', at: 0 };
      return checked(read, cutItem(text, list, index), without(read.value, [...keys, String(index)]), by);
    }
    if (!operation.any && !same(valueOf(read, found.node), operation.value)) {
      return refused(text, start(found.node), `${operation.pointer} has been changed since`, by);
    }
    return checked(read, cutMember(read, keys), without(read.value, keys), by);
  },
};

/** Makes sure that the edited text means exactly what was asked for, and refuses otherwise: YAML has many corners. */
function checked(read: Read, splices: Splice[] | Fault, value: JsonValue, by: string): Outcome {
  if (!Array.isArray(splices)) return refused(read.text, splices.at, splices.reason, by);
  const outcome = edited(read.text, splices);
  const again = readYaml(outcome.text);
  if (!('reason' in again) && same(again.value, value)) return outcome;
  return refused(read.text, splices[0]?.at, 'this place is written in a way that cannot be edited safely', by);
}

function planSet(
  read: Read,
  operation: YamlOperation & { op: 'set' },
  around: Surroundings,
): Splice[] | Fault | { already: number } {
  const keys = splitPointer(operation.pointer);
  const found = descend(read, keys);
  if ('reason' in found) return found;
  if (found.rest.length === 0) {
    if (operation.any || same(valueOf(read, found.node), operation.value)) return { already: start(found.node) };
    return { reason: `${operation.pointer} is there already, with another value`, at: start(found.node) };
  }
  const nested = found.rest.slice(1).reduceRight<JsonValue>((inner, key) => ({ [key]: inner }), operation.value);
  return insertPair(read, found, found.rest[0] ?? '', nested, around);
}

function planAdd(
  read: Read,
  operation: YamlOperation & { op: 'add' },
  around: Surroundings,
): Splice[] | Fault | { already: number } {
  const keys = splitPointer(operation.pointer);
  const found = descend(read, keys);
  if ('reason' in found) return found;
  if (found.rest.length > 0)
    return planSet(read, { op: 'set', pointer: operation.pointer, value: [operation.value] }, around);
  const { node } = found;
  if (!isSeq(node)) return { reason: `${operation.pointer} is not a list`, at: start(node) };
  const items = node.items as Node[];
  const present = items.find((item) => same(valueOf(read, item), operation.value));
  if (present) return { already: start(present) };
  const { text } = read;
  if (node.flow) return insertFlow(read, node, flow(operation.value), around);
  const last = items.at(-1);
  if (!last) return { reason: 'the list is empty and has no form yet', at: start(node) };
  const column = start(node) - lineStart(text, start(node));
  const lines = block([operation.value], read, around).split('\n');
  return appendLines(
    read,
    last,
    lines.map((line) => ' '.repeat(column) + line),
    around,
  );
}

function insertPair(
  read: Read,
  { node, pair }: Found,
  key: string,
  value: JsonValue,
  around: Surroundings,
): Splice[] | Fault {
  const { text } = read;
  const eol = lineBreakOf(text) ?? around.style.eol;
  if (isMap(node) && node.flow) {
    return insertFlow(read, node, `${flow(key)}: ${flow(value)}`, around);
  }
  const lines = block({ [key]: value }, read, around).split('\n');
  if (isMap(node)) {
    const last = node.items.at(-1);
    const column = start(node) - lineStart(text, start(node));
    return appendLines(
      read,
      (last?.value ?? last?.key ?? node) as Node,
      lines.map((line) => ' '.repeat(column) + line),
      around,
    );
  }
  if (pair) {
    // A key without a value: what is new goes below it, one level in.
    const keyNode = pair.key as Node;
    const at = lineEnd(text, end(keyNode));
    const column =
      start(keyNode) - lineStart(text, start(keyNode)) + (indentOf(text)?.length ?? around.style.indent.length);
    if (isScalar(node) && text.slice(start(node), end(node)).trim() !== '')
      return { reason: `"${String(keyNode)}" is written as null`, at: start(node) };
    return [{ at, removed: '', inserted: eol + lines.map((line) => ' '.repeat(column) + line).join(eol) }];
  }
  const lead = text === '' || text.endsWith('\n') ? '' : eol;
  return [{ at: text.length, removed: '', inserted: lead + lines.join(eol) + eol }];
}

/** A new member of a list or mapping in brackets; in empty ones it stays on their line. */
function insertFlow(read: Read, node: YAMLMap | YAMLSeq, member: string, around: Surroundings): Splice[] {
  const { text } = read;
  const container = containerOf(text, node);
  const inner = text.slice(container.open, container.close);
  if (container.children.length === 0 && inner.trim() === '')
    return [{ at: container.open, removed: inner, inserted: member }];
  return insertMember(text, container, container.children.length, () => member, memberStyle(read, around));
}

/** New lines behind the last line of a node, its trailing comment included. */
function appendLines({ text }: Read, last: Node, lines: readonly string[], around: Surroundings): Splice[] {
  const eol = lineBreakOf(text) ?? around.style.eol;
  const stop = end(last);
  const at = lineEnd(text, text.slice(0, stop).trimEnd().length);
  return [{ at, removed: '', inserted: eol + lines.join(eol) }];
}

function cutMember(read: Read, keys: readonly string[]): Splice[] | Fault {
  const parent = descend(read, keys.slice(0, -1));
  if ('reason' in parent) return parent;
  const map = parent.node as YAMLMap;
  const index = map.items.findIndex((item) => isScalar(item.key) && String(item.key.value) === keys.at(-1));
  // A mapping that would be left empty was made for this member.
  if (map.items.length === 1 && keys.length > 1) return cutMember(read, keys.slice(0, -1));
  if (map.flow) return removeMember(read.text, containerOf(read.text, map), index);
  const item = map.items[index];
  return item ? cutLines(read.text, item.key as Node, (item.value ?? item.key) as Node) : [];
}

function cutItem(text: string, list: YAMLSeq, index: number): Splice[] | Fault {
  if (list.flow) return removeMember(text, containerOf(text, list), index);
  const item = list.items[index] as Node;
  if (list.items.length === 1) return { reason: 'it is the only item of its list', at: start(item) };
  return cutLines(text, item, item);
}

/** Cuts the whole lines from one node to the end of another. */
function cutLines(text: string, first: Node, last: Node): Splice[] {
  const from = lineStart(text, start(first));
  const stop = text.slice(0, end(last)).trimEnd().length;
  const lineBreak = text.indexOf('\n', stop);
  const to = lineBreak === -1 ? text.length : lineBreak + 1;
  return [{ at: from, removed: text.slice(from, to), inserted: '' }];
}

function containerOf(text: string, node: YAMLMap | YAMLSeq): Container {
  const children = node.items.map((item) => {
    const first = (isPair(item) ? item.key : item) as Node;
    const last = (isPair(item) ? (item.value ?? item.key) : item) as Node;
    return { start: start(first), end: text.slice(0, end(last)).trimEnd().length };
  });
  const close = text.slice(0, end(node)).trimEnd().length - 1;
  return { open: start(node) + 1, close, children, bracket: isMap(node) ? '{' : '[' };
}

/** A value in block style, with the file's indentation and quotes, its lines parted by `\n`. */
function block(value: JsonValue, { text }: Read, around: Surroundings): string {
  const single = (text.match(/: '|- '/g) ?? []).length >= (text.match(/: "|- "/g) ?? []).length;
  const indent = (indentOf(text) ?? around.style.indent).replaceAll('\t', '  ').length;
  return stringify(value, {
    indent: Math.max(1, indent),
    singleQuote: single,
    lineWidth: 0,
    indentSeq: indentsLists(text),
  }).trimEnd();
}

function indentsLists(text: string): boolean {
  return !/^([ ]*)[^\s#-][^\n]*:[ ]*\r?\n\1- /m.test(text);
}

function flow(value: JsonValue): string {
  return typeof value === 'string' &&
    /^[A-Za-z][\w./-]*$/.test(value) &&
    !/^(true|false|null|yes|no|on|off|y|n)$/i.test(value)
    ? value
    : JSON.stringify(value);
}

function memberStyle({ text }: Read, around: Surroundings) {
  return {
    indent: indentOf(text) ?? around.style.indent,
    eol: lineBreakOf(text) ?? around.style.eol,
    trailingComma: false,
  };
}

function handwork(operation: YamlOperation): string {
  const value = JSON.stringify(operation.value);
  return operation.op === 'set'
    ? `Set ${operation.pointer} to ${value}.`
    : `Add ${value} to the list at ${operation.pointer}.`;
}
