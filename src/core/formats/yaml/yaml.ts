import { isMap, isScalar, isSeq, type Node, type YAMLMap, type YAMLSeq } from 'yaml';
import { same, without, withValue } from '../expected-value.ts';
import { block, flow } from './yaml-text.ts';
import { containerOf, cutItem, cutLines, cutMember } from './yaml-cuts.ts';
import { descend, end, readYaml, start, valueOf, type Fault, type Found, type Read } from './yaml-document.ts';
import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import { lineEnd, lineStart } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from '../format.ts';
import { splitPointer } from '../json-pointer.ts';
import { insertMember } from '../members.ts';
import {
  indexAmong,
  puttingBack,
  sortedIndex,
  treeHandwork,
  type AddOperation,
  type DropItemOperation,
  type JsonValue,
  type SetOperation,
  type TreeOperation,
} from '../tree-operation.ts';

/** YAML 1.2; see TreeOperation for what can be asked. */
export type YamlOperation = TreeOperation;

export const yaml: Format<YamlOperation> = {
  edit(text, operation, around) {
    const read = readYaml(text);
    if ('reason' in read) return refused(text, read.at, read.reason, handwork(operation));
    if (operation.op === 'drop') return dropMember(read, operation, handwork(operation));
    if (operation.op === 'drop-item') return dropItem(read, operation, handwork(operation));
    const splices = operation.op === 'set' ? planSet(read, operation, around) : planAdd(read, operation, around);
    if (!Array.isArray(splices))
      return 'already' in splices
        ? { kind: 'already', at: splices.already }
        : refused(text, splices.at, splices.reason, handwork(operation));
    return checked(read, splices, withValue(read.value, operation), handwork(operation));
  },
  remove(text, operation, around) {
    const back = puttingBack(operation);
    if (back) return yaml.edit(text, back, around);
    const by = `Take out by hand: ${handwork(operation)}`;
    const read = readYaml(text);
    if ('reason' in read) return refused(text, read.at, read.reason, by);
    if (operation.op === 'add') return dropItem(read, operation, by);
    return operation.op === 'set'
      ? dropMember(read, { pointer: operation.pointer, was: operation.any ? undefined : operation.value }, by)
      : { kind: 'already', at: 0 };
  },
};

/** Takes a member out; where `was` is given, only if that is its value. */
function dropMember(
  read: Read,
  { pointer, was }: { pointer: string; was: JsonValue | undefined },
  by: string,
): Outcome {
  const keys = splitPointer(pointer);
  const found = descend(read, keys);
  if ('reason' in found) return refused(read.text, found.at, found.reason, by);
  if (found.rest.length > 0) return { kind: 'already', at: 0 };
  if (was !== undefined && !same(valueOf(read, found.node), was))
    return refused(read.text, start(found.node), `${pointer} has been changed since`, by);
  return checked(read, cutMember(read, keys), without(read.value, keys), by);
}

function dropItem(read: Read, { pointer, value }: AddOperation | DropItemOperation, by: string): Outcome {
  const keys = splitPointer(pointer);
  const found = descend(read, keys);
  if ('reason' in found) return refused(read.text, found.at, found.reason, by);
  const list = found.rest.length === 0 && isSeq(found.node) ? found.node : undefined;
  // Of equal items the last one goes: it is the one that was added.
  const index = (list?.items ?? []).findLastIndex((item) => same(valueOf(read, item as Node), value));
  if (index === -1 || !list) return { kind: 'already', at: 0 };
  // Its key had no value before the first item came; brackets would have stood there.
  if (list.items.length === 1 && !list.flow && keys.length > 0) {
    const only = list.items[0] as Node;
    const bare = withValue(without(read.value, keys), { op: 'set', pointer, value: null });
    return checked(read, cutLines(read.text, only, only), bare, by);
  }
  return checked(read, cutItem(read.text, list, index), without(read.value, [...keys, String(index)]), by);
}

/** Makes sure that the edited text means exactly what was asked for, and refuses otherwise: YAML has many corners. */
function checked(read: Read, splices: Splice[] | Fault, value: JsonValue, by: string): Outcome {
  if (!Array.isArray(splices)) return refused(read.text, splices.at, splices.reason, by);
  const outcome = edited(read.text, splices);
  const again = readYaml(outcome.text);
  if (!('reason' in again) && same(again.value, value)) return outcome;
  return refused(read.text, splices[0]?.at, 'this place is written in a way that cannot be edited safely', by);
}

function planSet(read: Read, operation: SetOperation, around: Surroundings): Splice[] | Fault | { already: number } {
  const keys = splitPointer(operation.pointer);
  const found = descend(read, keys);
  if ('reason' in found) return found;
  if (found.rest.length === 0) {
    if (operation.any || same(valueOf(read, found.node), operation.value)) return { already: start(found.node) };
    if (operation.replace !== undefined && same(valueOf(read, found.node), operation.replace))
      return replaceValue(read, found.node, operation.value);
    return { reason: `${operation.pointer} is there already, with another value`, at: start(found.node) };
  }
  const nested = found.rest.slice(1).reduceRight<JsonValue>((inner, key) => ({ [key]: inner }), operation.value);
  return insertPair(read, found, found.rest[0] ?? '', nested, around, operation.sorted && found.rest.length === 1);
}

/** A value on one line gives way to another one; what spans lines is left to the developer. */
function replaceValue({ text }: Read, node: Node | null, value: JsonValue): Splice[] | Fault {
  if (!node) return { reason: 'the value that is replaced is not written out', at: 0 };
  const removed = text.slice(start(node), end(node)).trimEnd();
  if (removed.includes('\n')) return { reason: 'the value that is replaced spans several lines', at: start(node) };
  const quote =
    removed.startsWith("'") && typeof value === 'string' && !/['\n]/.test(value) ? `'${value}'` : flow(value);
  return [{ at: start(node), removed, inserted: quote }];
}

function planAdd(read: Read, operation: AddOperation, around: Surroundings): Splice[] | Fault | { already: number } {
  const keys = splitPointer(operation.pointer);
  const found = descend(read, keys);
  if ('reason' in found) return found;
  if (found.rest.length > 0)
    return planSet(read, { op: 'set', pointer: operation.pointer, value: [operation.value] }, around);
  const { node } = found;
  if (isUnwritten(read, node) && found.pair)
    return belowKey(read, found.pair.key as Node, block([operation.value], read.text, around).split('\n'), around);
  if (!isSeq(node)) return { reason: `${operation.pointer} is not a list`, at: start(node) };
  const items = node.items as Node[];
  const present = items.find((item) => same(valueOf(read, item), operation.value));
  if (present) return { already: start(present) };
  const { text } = read;
  const index = indexAmong(items, operation, (item, value) => same(valueOf(read, item), value));
  if (node.flow) return insertFlow(read, node, flow(operation.value), around, index);
  const last = items.at(-1);
  if (!last) return { reason: 'the list is empty and has no form yet', at: start(node) };
  const column = start(node) - lineStart(text, start(node));
  const lines = block([operation.value], read.text, around).split('\n');
  const next = items[index];
  if (next)
    return insertLines(
      read,
      next,
      lines.map((line) => ' '.repeat(column) + line),
      around,
    );
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
  sorted: boolean | undefined,
): Splice[] | Fault {
  const { text } = read;
  const index = isMap(node) && sorted ? sortedIndex(keysOf(node), key) : undefined;
  const eol = lineBreakOf(text) ?? around.style.eol;
  if (isMap(node) && node.flow) {
    return insertFlow(read, node, `${flow(key)}: ${flow(value)}`, around, index);
  }
  const lines = block({ [key]: value }, read.text, around).split('\n');
  if (isMap(node)) {
    const last = node.items.at(-1);
    const column = start(node) - lineStart(text, start(node));
    const next = index === undefined ? undefined : node.items[index];
    if (next)
      return insertLines(
        read,
        next.key as Node,
        lines.map((line) => ' '.repeat(column) + line),
        around,
      );
    return appendLines(
      read,
      (last?.value ?? last?.key ?? node) as Node,
      lines.map((line) => ' '.repeat(column) + line),
      around,
    );
  }
  if (pair) {
    const keyNode = pair.key as Node;
    if (!isUnwritten(read, node)) return { reason: `"${String(keyNode)}" is written as null`, at: start(node) };
    return belowKey(read, keyNode, lines, around);
  }
  const lead = text === '' || text.endsWith('\n') ? '' : eol;
  return [{ at: text.length, removed: '', inserted: lead + lines.join(eol) + eol }];
}

/** Whether nothing stands where a value could. */
function isUnwritten({ text }: Read, node: Node | null): boolean {
  return node === null || (isScalar(node) && text.slice(start(node), end(node)).trim() === '');
}

/** What a key without a value gets goes below it, one level in. */
function belowKey({ text }: Read, key: Node, lines: readonly string[], around: Surroundings): Splice[] {
  const eol = lineBreakOf(text) ?? around.style.eol;
  const column = start(key) - lineStart(text, start(key)) + (indentOf(text)?.length ?? around.style.indent.length);
  return [
    {
      at: lineEnd(text, end(key)),
      removed: '',
      inserted: eol + lines.map((line) => ' '.repeat(column) + line).join(eol),
    },
  ];
}

/** A new member of a list or mapping in brackets; in empty ones it stays on their line. */
function insertFlow(
  read: Read,
  node: YAMLMap | YAMLSeq,
  member: string,
  around: Surroundings,
  index = node.items.length,
): Splice[] {
  const { text } = read;
  const container = containerOf(text, node);
  const inner = text.slice(container.open, container.close);
  if (container.children.length === 0 && inner.trim() === '')
    return [{ at: container.open, removed: inner, inserted: member }];
  return insertMember(text, container, index, () => member, memberStyle(read, around));
}

/** New lines before the line on which a member or item begins; the first of a mapping inside a list has none of its own. */
function insertLines({ text }: Read, next: Node, lines: readonly string[], around: Surroundings): Splice[] | Fault {
  const eol = lineBreakOf(text) ?? around.style.eol;
  const at = lineStart(text, start(next));
  if (!/^[ ]*(- +)?$/.test(text.slice(at, start(next))))
    return { reason: 'it does not begin a line of its own', at: start(next) };
  return [{ at, removed: '', inserted: lines.join(eol) + eol }];
}

function keysOf(map: YAMLMap): string[] {
  return map.items.map(({ key }) => (isScalar(key) ? String(key.value) : ''));
}

/** New lines behind the last line of a node, its trailing comment included. */
function appendLines({ text }: Read, last: Node, lines: readonly string[], around: Surroundings): Splice[] {
  const eol = lineBreakOf(text) ?? around.style.eol;
  const stop = end(last);
  const at = lineEnd(text, text.slice(0, stop).trimEnd().length);
  return [{ at, removed: '', inserted: eol + lines.join(eol) }];
}

function memberStyle({ text }: Read, around: Surroundings) {
  return {
    indent: indentOf(text) ?? around.style.indent,
    eol: lineBreakOf(text) ?? around.style.eol,
    trailingComma: false,
  };
}

function handwork(operation: YamlOperation): string {
  return treeHandwork(operation, 'list');
}
