import { splitPointer } from '../json-pointer.ts';
import type { CodeStyle } from '../../text/code-style.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused } from '../format.ts';
import { insertMember, removeMember } from '../members.ts';
import { namesIn, originOf } from './bindings.ts';
import { isBlocked } from './blocked.ts';
import { indented, itemsOf, listContainer, makeMember, memberStyle } from './containers.ts';
import { configRoot } from './config-root.ts';
import { findList } from './exported.ts';
import { fitExpression } from './fragment.ts';
import { planImports } from './imports.ts';
import type { ItemMark, ItemOperation, ScriptEditor } from './operations.ts';
import { parseExpression, sameCode } from './same-code.ts';
import { bare, keyName, walk, type Node, type NodeOf, type Property, type Script } from './syntax.ts';
import { cutWithImports, findUse, usesImport } from './uses.ts';

export const items: ScriptEditor<ItemOperation> = {
  edit(script, operation, style, around) {
    const { text } = script;
    const target = findList(script, operation.address);
    const whole = isBlocked(target) ? wholeValue(script, operation.address) : undefined;
    if (isBlocked(target) && !whole)
      return refused(text, target.at, target.blocked, items.handwork(script, operation, style));
    const plan = planImports(script, operation.imports ?? [], namesIn(script), style);
    const code = fitItem(operation.code, plan.locals, style);
    if (isBlocked(target)) return edited(text, [...plan.splices, ...asFirstItem(script, whole, code)]);
    if (!('list' in target)) {
      const made = makeMember(text, target.makeIn.node, target.keys, `[${code}]`, style);
      return edited(text, [...plan.splices, ...made]);
    }
    const { node } = target.list;
    const present = presentItem(script, node, operation, code, around.file);
    if (present && 'other' in present) {
      const reason = `another item has the same "${operation.unique ?? ''}"`;
      return refused(text, present.other.start, reason, items.handwork(script, operation, style));
    }
    if (present) return { kind: 'already', at: present.same.start };
    const container = listContainer(text, node);
    const index = placeOf(script, itemsOf(node), operation);
    if (index === undefined)
      return refused(
        text,
        node.start,
        'no place in the list is behind and before all that it must be',
        items.handwork(script, operation, style),
      );
    return edited(text, [...plan.splices, ...insertMember(text, container, index, indented(code), memberStyle(style))]);
  },
  remove(script, operation, around) {
    const { text } = script;
    const target = findList(script, operation.address);
    const imports = operation.imports ?? [];
    const byHand = `Take ${operation.code} out of the list by hand.`;
    if (isBlocked(target)) return refused(text, target.at, target.blocked, byHand);
    if (!('list' in target)) return cutWithImports(script, [], imports, around);
    const { node } = target.list;
    const index = itemsOf(node).findIndex((item) => isItem(script, item, operation, around.file));
    if (index !== -1)
      return cutWithImports(script, removeMember(text, listContainer(text, node), index), imports, around);
    const part = findUse(script, node, imports);
    if (!part) return cutWithImports(script, [], imports, around);
    return refused(text, part.start, 'the item has been made part of a larger one', byHand);
  },
  handwork(_, operation, style) {
    const where = splitPointer(operation.address.pointer).join('.');
    const list = where === '' ? 'the list that is exported' : `the list "${where}" of the configuration`;
    return `put this into ${list}:\n  ${fitItem(operation.code, new Map(), style)}`;
  },
};

/** The exported value, where by contract it is a list or an item and is written as neither a list nor a function. */
function wholeValue(script: Script, address: ItemOperation['address']): Node | undefined {
  const root = address.flat && address.pointer === '' ? configRoot(script, address) : undefined;
  if (!root || isBlocked(root)) return undefined;
  const isNamed =
    script.program.body.some(({ type }) => type === 'ExportNamedDeclaration') && root.node.type === 'Identifier';
  return isNamed || !/^(Call|Object|Await|Identifier|Member)/.test(bare(root.node).type) ? undefined : root.node;
}

/** Makes a value the first item of a list; one that may be a list itself, or a promise of one, is taken apart when it is read. */
function asFirstItem(script: Script, value: Node | undefined, code: string): Splice[] {
  if (!value) return [];
  const isOne = bare(value).type === 'ObjectExpression';
  const waits = script.moduleFormat === 'esm' && value.type !== 'AwaitExpression' && !isOne;
  return [
    { at: value.start, removed: '', inserted: waits ? '[await ' : '[' },
    { at: value.end, removed: '', inserted: `, ${code}]${isOne ? '' : '.flat()'}` },
  ];
}

function presentItem(
  script: Script,
  list: NodeOf<'ArrayExpression'> | NodeOf<'CallExpression'>,
  { unique, imports = [], several }: ItemOperation,
  code: string,
  file: string,
): { same: Node } | { other: Node } | undefined {
  const wanted = parseItem(code, file);
  const elements = itemsOf(list);
  if (!wanted) return undefined;
  const equal = elements.find((item) => sameCode(bare(item), bare(wanted)));
  if (equal) return { same: equal };
  if (unique !== undefined) {
    const value = textMember(wanted, unique);
    const rival = elements.find((item) => value !== undefined && textMember(item, unique) === value);
    return rival && { other: rival };
  }
  const core = wanted.type === 'SpreadElement' ? wanted.argument : wanted;
  if (core.type === 'ObjectExpression' || several) return undefined;
  const isOwn =
    core.type === 'Identifier' || (/^(Call|New)/.test(core.type) && imports.length > 0 && !isMethodCall(core));
  for (const element of elements) {
    const use = isOwn ? findUse(script, element, imports) : findSame(element, core);
    if (use) return { same: use };
  }
  return undefined;
}

function isMethodCall(node: Node): boolean {
  return node.type === 'CallExpression' && node.callee.type === 'MemberExpression';
}

function findSame(root: Node, wanted: Node): Node | undefined {
  let found: Node | undefined;
  walk(root, (node) => {
    if (!found && node.type === wanted.type && sameCode(node, wanted)) found = node;
    return !found;
  });
  return found;
}

/** An item as it would stand in a list; it may be a spread. */
function parseItem(code: string, file: string): Node | undefined {
  const list = parseExpression(`[${code}]`, file);
  return list?.type === 'ArrayExpression' ? (list.elements[0] ?? undefined) : undefined;
}

function fitItem(code: string, locals: ReadonlyMap<string, string>, style: CodeStyle): string {
  return fitExpression(`[${code}]`, locals, style).slice(1, -1);
}

function isItem(script: Script, item: Node, { code, imports = [], several }: ItemOperation, file: string): boolean {
  const plain = parseItem(code, file);
  if (plain && sameCode(bare(item), bare(plain))) return true;
  if (code.startsWith('...')) return item.type === 'SpreadElement' && findUse(script, item, imports) !== undefined;
  return !several && usesImport(script, item, imports);
}

/** The index at which an item goes; undefined where what it is placed by is in the wrong order. */
function placeOf(script: Script, list: readonly Node[], operation: ItemOperation): number | undefined {
  const { before = [], after = [], place } = operation;
  const first = list.findIndex((item) => before.some((mark) => isMarked(script, item, mark)));
  const last = list.findLastIndex((item) => after.some((mark) => isMarked(script, item, mark)));
  if (first !== -1 && last >= first) return undefined;
  if (first !== -1) return first;
  if (place === 'first') return last + 1;
  return list.length;
}

function isMarked(script: Script, item: Node, mark: ItemMark): boolean {
  if ('has' in mark) return memberOf(item, mark.has) !== undefined;
  if (!('from' in mark)) return textMember(item, mark.key) === mark.value;
  let found = false;
  walk(item, (node) => {
    const may = node.type === 'Identifier' || node.type === 'CallExpression';
    if (may && originOf(script, node)?.from === mark.from) found = true;
    return !found;
  });
  return found;
}

/** The text that a member of an item has, where it is written out. */
function textMember(item: Node, key: string): string | undefined {
  const member = memberOf(item, key);
  const value = member && bare(member.value);
  return value?.type === 'Literal' && typeof value.value === 'string' ? value.value : undefined;
}

/** The member of an item that is an object written out. */
function memberOf(item: Node, key: string): Property | undefined {
  const node = bare(item);
  if (node.type !== 'ObjectExpression') return undefined;
  return node.properties.find(
    (one): one is Property => one.type === 'Property' && keyName(one.key, one.computed) === key,
  );
}
