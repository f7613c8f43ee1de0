import type { CodeStyle } from '../../text/code-style.ts';
import type { Splice } from '../../text/splices.ts';
import { insertMember, type Container, type MemberStyle } from '../members.ts';
import { indentLines } from './layout.ts';
import type { Node, NodeOf } from './syntax.ts';

/** The items of a list: an array's elements, or a call's arguments. */
export function itemsOf(list: NodeOf<'ArrayExpression'> | NodeOf<'CallExpression'>): Node[] {
  if (list.type === 'CallExpression') return list.arguments;
  return list.elements.filter((element) => element !== null);
}

export function listContainer(text: string, list: NodeOf<'ArrayExpression'> | NodeOf<'CallExpression'>): Container {
  const children = itemsOf(list);
  if (list.type === 'ArrayExpression') return { open: list.start + 1, close: list.end - 1, children, bracket: '[' };
  const from = list.typeArguments?.end ?? list.callee.end;
  const close = list.end - 1;
  const open = children[0] ? text.lastIndexOf('(', children[0].start - 1) : text.lastIndexOf('(', close - 1);
  // An argument in brackets of its own has another one before it.
  return { open: Math.max(from, firstBracket(text, from, open)) + 1, close, children, bracket: '[' };
}

function firstBracket(text: string, from: number, upTo: number): number {
  const at = text.indexOf('(', from);
  return at === -1 ? upTo : at;
}

export function objectContainer(object: NodeOf<'ObjectExpression'>): Container {
  return { open: object.start + 1, close: object.end - 1, children: object.properties, bracket: '{' };
}

/** Adds a member to an object; keys beyond the first become objects around the value. */
export function makeMember(
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

export function propertyKey(key: string, style: CodeStyle): string {
  if (/^[A-Za-z_$][\w$]*$/.test(key)) return key;
  return style.quotes === 'single' ? `'${key}'` : `"${key}"`;
}

export function indented(code: string): (indent: string) => string {
  return (indent) => indentLines(code, indent);
}

export function memberStyle(style: CodeStyle): MemberStyle {
  return { indent: style.indent, eol: style.eol, trailingComma: style.trailingCommas };
}
