import { parseTree, printParseErrorCode, type Node, type ParseError } from 'jsonc-parser';
import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import { indentAt } from '../../text/positions.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from '../format.ts';
import { bracketDepth } from '../nesting.ts';
import { joinPointer, splitPointer } from '../json-pointer.ts';
import { insertMember, removeMember, type Container, type MakeMember } from '../members.ts';
import {
  indexAmong,
  puttingBack,
  sortedIndex,
  treeHandwork,
  type AddOperation,
  type DropItemOperation,
  type DropOperation,
  type JsonValue,
  type SetOperation,
  type TreeOperation,
} from '../tree-operation.ts';

export type { JsonValue };
/** JSON and JSONC; see TreeOperation for what can be asked. */
export type JsonOperation = TreeOperation;

export const json: Format<JsonOperation> = {
  edit(text, operation, around) {
    const parsed = parseJson(text, around.file);
    if ('fault' in parsed) return unreadable(text, parsed.fault, handworkFor(operation));
    if (operation.op === 'set') return setMember(text, parsed.root, operation, around);
    if (operation.op === 'add') return addItem(text, parsed.root, operation, around);
    return drop(text, parsed.root, operation);
  },
  remove(text, operation, around) {
    const back = puttingBack(operation);
    if (back) return json.edit(text, back, around);
    const parsed = parseJson(text, around.file);
    if ('fault' in parsed) return unreadable(text, parsed.fault, `Take out by hand: ${handworkFor(operation)}`);
    if (operation.op === 'add') return dropItem(text, parsed.root, operation);
    return operation.op === 'set'
      ? dropMember(text, parsed.root, operation.pointer, operation.any ? undefined : operation.value)
      : { kind: 'already', at: 0 };
  },
};

function drop(text: string, root: Node, operation: DropOperation | DropItemOperation): Outcome {
  return operation.op === 'drop'
    ? dropMember(text, root, operation.pointer, operation.was)
    : dropItem(text, root, operation);
}

/** Takes a member out; where `was` is given, only if that is its value. */
function dropMember(text: string, root: Node, pointer: string, was: JsonValue | undefined): Outcome {
  const keys = splitPointer(pointer);
  const { node, rest } = descend(root, keys);
  const property = node.parent;
  if (rest.length > 0 || property?.type !== 'property' || !property.parent) return { kind: 'already', at: node.offset };
  if (was === undefined || same(node, was)) return removeChild(text, property.parent, property);
  const by = `Remove the member ${JSON.stringify(keys.at(-1))} if it is not needed.`;
  return refused(text, property.offset, `${pointer} has been changed since`, by);
}

function dropItem(text: string, root: Node, { pointer, value }: AddOperation | DropItemOperation): Outcome {
  const { node, rest } = descend(root, splitPointer(pointer));
  // Of equal items the last one goes: it is the one that was added.
  const item = rest.length === 0 ? node.children?.findLast((child) => same(child, value)) : undefined;
  return item ? removeChild(text, node, item) : { kind: 'already', at: node.offset };
}

const MOST_LEVELS = 500;

export interface JsonFault {
  message: string;
  offset: number;
}

/** Parses JSON, or JSONC (comments, trailing commas) for files that are read so; the fault tells where it breaks. */
export function parseJson(text: string, file: string): { root: Node } | { fault: JsonFault } {
  if (bracketDepth(text) > MOST_LEVELS) return { fault: { message: 'it is nested too deeply', offset: 0 } };
  const errors: ParseError[] = [];
  const body = text.startsWith('\uFEFF') ? ` ${text.slice(1)}` : text;
  const lenient = isJsonc(file);
  const root = parseTree(body, errors, { allowTrailingComma: lenient, disallowComments: !lenient });
  const first = errors[0];
  if (first) return { fault: { message: words(printParseErrorCode(first.error)), offset: first.offset } };
  if (!root) return { fault: { message: 'it is empty', offset: 0 } };
  return { root };
}

/** Which files are read with comments and trailing commas: those whose own tools do so. */
function isJsonc(file: string): boolean {
  const name = file.slice(file.lastIndexOf('/') + 1);
  return (
    /\.(jsonc|json5|code-workspace)$|^[jt]sconfig.*\.json$|^\..*rc(\.json)?$/.test(name) ||
    /(^|\/)\.vscode\//.test(file)
  );
}

function setMember(text: string, root: Node, operation: SetOperation, around: Surroundings): Outcome {
  const keys = splitPointer(operation.pointer);
  const { node, rest } = descend(root, keys);
  if (rest.length === 0) {
    if (operation.any || same(node, operation.value)) return { kind: 'already', at: node.offset };
    if (operation.replace !== undefined && same(node, operation.replace)) {
      const old = text.slice(node.offset, node.offset + node.length);
      return edited(text, [
        { at: node.offset, removed: old, inserted: render(operation.value, text, indentAt(text, node.offset), around) },
      ]);
    }
    const reason = `${operation.pointer} is there already, with another value`;
    return refused(text, node.offset, reason, handworkFor(operation));
  }
  if (node.type !== 'object') {
    const reason = `${joinPointer(keys.slice(0, keys.length - rest.length)) || 'the document'} is not an object`;
    return refused(text, node.offset, reason, handworkFor(operation));
  }
  const value = rest.slice(1).reduceRight<JsonValue>((inner, key) => ({ [key]: inner }), operation.value);
  // Order among siblings is asked for where the section is there; the place of a section where it is not.
  const order = rest.length === 1 ? { sorted: operation.sorted } : { behind: operation.behind };
  return addMember(text, node, rest[0] ?? '', value, order, around);
}

function addMember(
  text: string,
  object: Node,
  key: string,
  value: JsonValue,
  { sorted, behind }: { sorted?: boolean | undefined; behind?: string[] | undefined },
  around: Surroundings,
): Outcome {
  const members = object.children ?? [];
  const keys = members.map((member) => String(member.children?.[0]?.value));
  let index = members.length;
  if (sorted) index = sortedIndex(keys, key);
  if (index === members.length && behind) {
    const places = behind.map((name) => keys.indexOf(name)).filter((place) => place !== -1);
    if (places.length > 0) index = Math.max(...places) + 1;
  }
  const colon = members[0] ? colonOf(text, members[0]) : ': ';
  const make = (indent: string): string => `${JSON.stringify(key)}${colon}${render(value, text, indent, around)}`;
  return insertChild(text, object, index, make, around);
}

function addItem(text: string, root: Node, operation: AddOperation, around: Surroundings): Outcome {
  const keys = splitPointer(operation.pointer);
  const { node, rest } = descend(root, keys);
  if (rest.length > 0) {
    return setMember(text, root, { op: 'set', pointer: operation.pointer, value: [operation.value] }, around);
  }
  if (node.type !== 'array')
    return refused(text, node.offset, `${operation.pointer} is not an array`, handworkFor(operation));
  const present = node.children?.find((child) => same(child, operation.value));
  if (present) return { kind: 'already', at: present.offset };
  const make = (indent: string): string => render(operation.value, text, indent, around);
  const index = indexAmong(node.children ?? [], operation, same);
  return insertChild(text, node, index, make, around);
}

/** Puts a member or item in at `index`, one-line or on a line of its own as its siblings are. */
function insertChild(text: string, container: Node, index: number, make: MakeMember, around: Surroundings): Outcome {
  const indent = indentOf(text) ?? around.style.indent;
  const eol = lineBreakOf(text) ?? around.style.eol;
  return edited(text, insertMember(text, containerOf(container), index, make, { indent, eol, trailingComma: false }));
}

function removeChild(text: string, container: Node, child: Node): Outcome {
  const index = container.children?.indexOf(child) ?? -1;
  return edited(text, removeMember(text, containerOf(container), index));
}

function containerOf(node: Node): Container {
  return {
    open: node.offset + 1,
    close: node.offset + node.length - 1,
    children: (node.children ?? []).map((child) => ({ start: child.offset, end: child.offset + child.length })),
    bracket: node.type === 'array' ? '[' : '{',
  };
}

function descend(root: Node, keys: readonly string[]): { node: Node; rest: string[] } {
  let node = root;
  for (const [depth, key] of keys.entries()) {
    const next =
      node.type === 'array'
        ? node.children?.[Number(key)]
        : // Of a key given twice the last one counts (ECMA-404 leaves it open; every reader takes the last).
          node.children?.findLast((member) => member.children?.[0]?.value === key)?.children?.[1];
    if (!next) return { node, rest: keys.slice(depth) };
    node = next;
  }
  return { node, rest: [] };
}

/** Renders a value with the text's own indentation; its further lines begin with `indent`. */
function render(value: JsonValue, text: string, indent: string, around: Surroundings): string {
  const unit = indentOf(text) ?? around.style.indent;
  const eol = lineBreakOf(text) ?? around.style.eol;
  const flat =
    Array.isArray(value) && value.every((item) => typeof item !== 'object') && JSON.stringify(value).length < 60;
  if (flat) return `[${value.map((item) => JSON.stringify(item)).join(', ')}]`;
  return JSON.stringify(value, null, unit).replaceAll('\n', `${eol}${indent}`);
}

function same(node: Node, value: JsonValue): boolean {
  if (Array.isArray(value)) {
    const items = node.children ?? [];
    return (
      node.type === 'array' && items.length === value.length && value.every((item, i) => same(items[i] as Node, item))
    );
  }
  if (value !== null && typeof value === 'object') {
    const members = node.children ?? [];
    const entries = Object.entries(value);
    return (
      node.type === 'object' &&
      members.length === entries.length &&
      entries.every(([key, item]) => {
        const member = members.find((one) => one.children?.[0]?.value === key)?.children?.[1];
        return member !== undefined && same(member, item);
      })
    );
  }
  return node.type !== 'object' && node.type !== 'array' && node.value === value;
}

function colonOf(text: string, member: Node): string {
  const [key, value] = member.children ?? [];
  if (!key || !value) return ': ';
  const between = text.slice(key.offset + key.length, value.offset);
  return /^\s?:\s?$/.test(between) && !between.includes('\n') ? between : ': ';
}

function unreadable(text: string, fault: JsonFault, handwork: string): Outcome {
  return refused(text, fault.offset, `it is not valid JSON (${fault.message})`, handwork);
}

function handworkFor(operation: JsonOperation): string {
  return treeHandwork(operation, 'array');
}

function words(code: string): string {
  return code.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
}
