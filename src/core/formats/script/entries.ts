import { indentAt } from '../../text/positions.ts';
import { edited, refused } from '../format.ts';
import { joinPointer, splitPointer } from '../json-pointer.ts';
import { removeMember } from '../members.ts';
import { namesIn } from './bindings.ts';
import { isBlocked } from './blocked.ts';
import { makeMember, objectContainer, propertyKey } from './containers.ts';
import { findAny } from './exported.ts';
import { fitExpression } from './fragment.ts';
import { planImports } from './imports.ts';
import { indentLines } from './layout.ts';
import type { EntryOperation, ScriptEditor } from './operations.ts';
import { isCode } from './same-code.ts';
import { bare, keyName, walk, type Node, type NodeOf, type Property, type Script } from './syntax.ts';
import { cutWithImports } from './uses.ts';
import type { ConfigAddress } from './values.ts';

export const entries: ScriptEditor<EntryOperation> = {
  edit(script, operation, style, around) {
    const { text } = script;
    const target = findAny(script, addressOf(operation));
    const handwork = (): string => entries.handwork(script, operation, style);
    if (isBlocked(target)) return refused(text, target.at, target.blocked, handwork());
    const plan = planImports(script, operation.imports ?? [], namesIn(script), style);
    const code = fitExpression(operation.code, plan.locals, style);
    if ('makeIn' in target)
      return edited(text, [...plan.splices, ...makeMember(text, target.makeIn.node, target.keys, code, style)]);
    const { node } = target.value;
    if (operation.any || isCode(bare(node), code, around.file)) return { kind: 'already', at: node.start };
    if (operation.replace !== undefined && isCode(bare(node), operation.replace, around.file)) {
      const inserted = indentLines(code, indentAt(text, node.start));
      return edited(text, [...plan.splices, { at: node.start, removed: text.slice(node.start, node.end), inserted }]);
    }
    return refused(text, node.start, `"${operation.key}" is there already, with another value`, handwork());
  },
  remove(script, operation, around) {
    const { text } = script;
    const target = findAny(script, addressOf(operation));
    const byHand = `Take "${operation.key}" out by hand.`;
    if (isBlocked(target)) return refused(text, target.at, target.blocked, byHand);
    const imports = operation.imports ?? [];
    if ('makeIn' in target) return cutWithImports(script, [], imports, around);
    const { node } = target.value;
    const held = memberWith(script, node, operation.key);
    if (!held) return refused(text, node.start, `"${operation.key}" is not written as a member of its own`, byHand);
    if (!operation.any && !isCode(bare(node), operation.code, around.file))
      return refused(text, node.start, `"${operation.key}" has been changed since`, byHand);
    const index = held.object.properties.indexOf(held.property);
    return cutWithImports(script, removeMember(text, objectContainer(held.object), index), imports, around);
  },
  handwork(_, operation, style) {
    const where = splitPointer(operation.address.pointer).join('.');
    const end = style.trailingCommas ? ',' : '';
    const code = fitExpression(operation.code, new Map(), style);
    return `put this into ${where === '' ? 'the configuration' : `"${where}" of the configuration`}:\n  ${propertyKey(operation.key, style)}: ${code}${end}`;
  },
};

function addressOf({ address, key }: EntryOperation): ConfigAddress {
  return { ...address, pointer: joinPointer([...splitPointer(address.pointer), key]) };
}

function memberWith(
  script: Script,
  value: Node,
  key: string,
): { object: NodeOf<'ObjectExpression'>; property: Property } | undefined {
  let found: { object: NodeOf<'ObjectExpression'>; property: Property } | undefined;
  walk(script.program, (node) => {
    if (found || node.type !== 'ObjectExpression') return;
    const property = node.properties.find(
      (one): one is Property =>
        one.type === 'Property' && one.value === value && keyName(one.key, one.computed) === key,
    );
    if (property) found = { object: node, property };
  });
  return found;
}
