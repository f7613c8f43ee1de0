import { styleOf, type CodeStyle } from '../../text/code-style.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Format, type Outcome, type Refusal, type Surroundings } from '../format.ts';
import { joinPointer, splitPointer } from '../json-pointer.ts';
import { insertMember, removeMember, type Container } from '../members.ts';
import { namesIn, originOf } from './bindings.ts';
import { isBlocked } from './blocked.ts';
import { findList } from './exported.ts';
import { fitExpression } from './fragment.ts';
import { importsEffect, importText, planImport, removeImport, type ImportSpec } from './imports.ts';
import { keyName, parseScript, walk, type Node, type NodeOf, type Script } from './syntax.ts';
import { type ConfigAddress } from './values.ts';
import { writingOf } from './writing.ts';

/**
 * Operations on scripts.
 * - `import`: the module imports another one.
 * - `item`: the list at an address of the exported configuration has the item `code`, which uses what `imports` bring;
 *   a list that is not there is made. A call of the same import anywhere in the list counts as having it.
 * - `entry`: the object at an address has the member `key` with the value `code`.
 */
export type ScriptOperation =
  | { op: 'import'; import: ImportSpec }
  | { op: 'item'; address: ConfigAddress; code: string; imports: ImportSpec[]; place?: 'first' | 'last' | undefined }
  | { op: 'entry'; address: ConfigAddress; key: string; code: string };

export const script: Format<ScriptOperation> = {
  edit(text, operation, around) {
    const parsed = parseScript(text, around.file);
    const style = 'fault' in parsed ? styleOf(text, around.style) : writingOf(parsed, around.style);
    if ('fault' in parsed) {
      return refused(
        text,
        parsed.fault.offset,
        `it cannot be parsed (${parsed.fault.message})`,
        handwork(undefined, operation, style),
      );
    }
    if (operation.op === 'import') return editImport(parsed, operation.import, style);
    return operation.op === 'item' ? editItem(parsed, operation, style) : editEntry(parsed, operation, style);
  },
  remove(text, operation, around) {
    const parsed = parseScript(text, around.file);
    if ('fault' in parsed) {
      const by = `Take out by hand: ${operation.op === 'import' ? operation.import.from : operation.code}`;
      return refused(text, parsed.fault.offset, `it cannot be parsed (${parsed.fault.message})`, by);
    }
    if (operation.op === 'import') return done(text, removeImport(parsed, operation.import));
    return operation.op === 'item' ? removeItem(parsed, operation, around) : removeEntry(parsed, operation);
  },
};

export type Located = { line: number; made: boolean } | { refusal: Refusal };

/** Tells without editing where the list or object at an address stands (`made` where it would have to be made). */
export function locate(text: string, address: ConfigAddress, around: Surroundings): Located {
  const parsed = parseScript(text, around.file);
  const by = (reason: string, at: number): Located => {
    const outcome = refused(text, at, reason, '');
    return { refusal: outcome.refusal };
  };
  if ('fault' in parsed) return by(`it cannot be parsed (${parsed.fault.message})`, parsed.fault.offset);
  const target = findList(parsed, address);
  if (isBlocked(target)) return by(target.blocked, target.at);
  const node = 'list' in target ? target.list.node : target.makeIn.node;
  return { line: text.slice(0, node.start).split('\n').length, made: !('list' in target) };
}

function editImport(parsed: Script, spec: ImportSpec, style: CodeStyle): Outcome {
  const { splices } = planImport(parsed, spec, namesIn(parsed), style);
  if (splices.length > 0) return edited(parsed.text, splices);
  return { kind: 'already', at: importsEffect(parsed, spec.from)?.start ?? 0 };
}

function editItem(parsed: Script, operation: ScriptOperation & { op: 'item' }, style: CodeStyle): Outcome {
  const { text } = parsed;
  const target = findList(parsed, operation.address);
  if (isBlocked(target)) return refused(text, target.at, target.blocked, handwork(parsed, operation, style));
  if ('list' in target) {
    const present = findItem(parsed, target.list.node, operation.imports);
    if (present) return { kind: 'already', at: present.start };
  }
  const taken = namesIn(parsed);
  const splices: Splice[] = [];
  const locals = new Map<string, string>();
  for (const spec of operation.imports) {
    const plan = planImport(parsed, spec, taken, style);
    plan.locals.forEach((local, wanted) => locals.set(wanted, local));
    splices.push(...plan.splices);
  }
  const item = fitExpression(operation.code, locals, style);
  if ('list' in target) {
    const container = listContainer(target.list.node);
    const index = operation.place === 'first' ? 0 : container.children.length;
    splices.push(...insertMember(text, container, index, indented(item), memberStyle(style)));
  } else {
    splices.push(...makeMember(text, target.makeIn.node, target.keys, `[${item}]`, style));
  }
  return edited(text, splices);
}

function editEntry(parsed: Script, operation: ScriptOperation & { op: 'entry' }, style: CodeStyle): Outcome {
  const { text } = parsed;
  const keys = [...splitPointer(operation.address.pointer), operation.key];
  const address = { ...operation.address, pointer: joinPointer(keys) };
  const target = findList(parsed, address);
  if (!isBlocked(target) && 'makeIn' in target) {
    const value = fitExpression(operation.code, new Map(), style);
    return edited(text, makeMember(text, target.makeIn.node, target.keys, value, style));
  }
  const place = 'list' in target ? target.list.node.start : target.at;
  // A value that is no list blocks the search for one; that the member is there is what counts here.
  const present = !('list' in target) ? memberAt(parsed, place, operation.key) : undefined;
  if (present) return { kind: 'already', at: present.start };
  const reason = isBlocked(target) ? target.blocked : `"${operation.key}" has another value`;
  return refused(text, place, reason, handwork(parsed, operation, style));
}

function removeItem(parsed: Script, operation: ScriptOperation & { op: 'item' }, around: Surroundings): Outcome {
  const { text } = parsed;
  const target = findList(parsed, operation.address);
  if (isBlocked(target))
    return refused(text, target.at, target.blocked, `Take ${operation.code} out of the list by hand.`);
  if (!('list' in target))
    return done(
      text,
      operation.imports.flatMap((spec) => removeImport(parsed, spec)),
    );
  const list = target.list.node;
  const index = list.elements.findIndex((element) => element !== null && isCallOf(parsed, element, operation.imports));
  if (index === -1) {
    const conditional = findItem(parsed, list, operation.imports);
    if (!conditional)
      return done(
        text,
        operation.imports.flatMap((spec) => removeImport(parsed, spec)),
      );
    return refused(
      text,
      conditional.start,
      'the item has been made part of a larger one',
      `Take ${operation.code} out by hand.`,
    );
  }
  const without = edited(text, removeMember(text, listContainer(list), index));
  // Whether the import is still used shows once the item is gone.
  const rest = parseScript(without.text, around.file);
  if ('fault' in rest)
    return refused(text, list.start, 'the list cannot be taken apart', `Take ${operation.code} out by hand.`);
  const imports = operation.imports.flatMap((spec) => removeImport(rest, spec));
  const text2 = edited(without.text, imports).text;
  return { kind: 'edited', text: text2, splices: [{ at: 0, removed: text, inserted: text2 }] };
}

function removeEntry(parsed: Script, operation: ScriptOperation & { op: 'entry' }): Outcome {
  const { text } = parsed;
  const keys = [...splitPointer(operation.address.pointer), operation.key];
  const target = findList(parsed, { ...operation.address, pointer: joinPointer(keys) });
  if (!isBlocked(target)) return { kind: 'already', at: 0 };
  const property = memberAt(parsed, target.at, operation.key);
  const object = property ? objectHolding(parsed, property) : undefined;
  if (!property || !object) return refused(text, target.at, target.blocked, `Take "${operation.key}" out by hand.`);
  return edited(
    text,
    removeMember(
      text,
      objectContainer(object),
      object.properties.findIndex((one) => one === property),
    ),
  );
}

function memberAt(parsed: Script, valueStart: number, key: string): NodeOf<'Property'> | undefined {
  let found: NodeOf<'Property'> | undefined;
  walk(parsed.program, (node) => {
    if (node.type === 'Property' && node.value.start === valueStart && keyName(node.key, node.computed) === key)
      found = node;
  });
  return found;
}

function objectHolding(parsed: Script, property: Node): NodeOf<'ObjectExpression'> | undefined {
  let found: NodeOf<'ObjectExpression'> | undefined;
  walk(parsed.program, (node) => {
    if (node.type === 'ObjectExpression' && node.properties.some((one) => one === property)) found = node;
  });
  return found;
}

/** Adds a member to an object; keys beyond the first become objects around the value. */
function makeMember(
  text: string,
  object: NodeOf<'ObjectExpression'>,
  keys: readonly string[],
  value: string,
  style: CodeStyle,
): Splice[] {
  const [key = '', ...inner] = keys;
  const nested = inner.reduceRight((held, one) => `{ ${propertyKey(one, style)}: ${held} }`, value);
  const container = objectContainer(object);
  const make = indented(`${propertyKey(key, style)}: ${nested}`);
  return insertMember(text, container, container.children.length, make, memberStyle(style));
}

function propertyKey(key: string, style: CodeStyle): string {
  if (/^[A-Za-z_$][\w$]*$/.test(key)) return key;
  return style.quotes === 'single' ? `'${key}'` : `"${key}"`;
}

function findItem(parsed: Script, list: Node, imports: readonly ImportSpec[]): Node | undefined {
  let found: Node | undefined;
  walk(list, (node) => {
    if (!found && isCallOf(parsed, node, imports)) found = node;
  });
  return found;
}

function isCallOf(parsed: Script, node: Node, imports: readonly ImportSpec[]): boolean {
  const called = node.type === 'CallExpression' ? node.callee : node;
  const origin = called.type === 'Identifier' || node.type === 'CallExpression' ? originOf(parsed, called) : undefined;
  return imports.some((spec) => {
    if (origin?.from !== spec.from) return false;
    const names = [...(spec.default === undefined ? [] : ['default', '*']), ...Object.keys(spec.named ?? {})];
    return names.includes(origin.name);
  });
}

function listContainer(list: NodeOf<'ArrayExpression'>): Container {
  const children = list.elements.filter((element) => element !== null);
  return { open: list.start + 1, close: list.end - 1, children, bracket: '[' };
}

function objectContainer(object: NodeOf<'ObjectExpression'>): Container {
  return { open: object.start + 1, close: object.end - 1, children: object.properties, bracket: '{' };
}

function indented(code: string): (indent: string) => string {
  return (indent) => code.replaceAll('\n', `\n${indent}`);
}

function memberStyle(style: CodeStyle): { indent: string; eol: string; trailingComma: boolean } {
  return { indent: style.indent, eol: style.eol, trailingComma: style.trailingCommas };
}

function done(text: string, splices: Splice[]): Outcome {
  return splices.length === 0 ? { kind: 'already', at: 0 } : edited(text, splices);
}

function handwork(parsed: Script | undefined, operation: ScriptOperation, style: CodeStyle): string {
  if (operation.op === 'import') return `Add the line\n  ${importText(parsed, operation.import, style)}`;
  const where = splitPointer(operation.address.pointer).join('.');
  if (operation.op === 'entry') {
    const end = style.trailingCommas ? ',' : '';
    return `Add to ${where} of the configuration\n  ${propertyKey(operation.key, style)}: ${operation.code}${end}`;
  }
  const statements = operation.imports.map((spec) => `  ${importText(parsed, spec, style)}`).join('\n');
  const item = fitExpression(operation.code, new Map(), style);
  return `Add the import\n${statements}\nand put this into the list "${where}" of the configuration:\n  ${item}`;
}
