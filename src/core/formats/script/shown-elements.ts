import { isBlocked } from './blocked.ts';
import { originOf } from './bindings.ts';
import { isElement, tagName, type Element } from './element-address.ts';
import { lookUp } from './lookup.ts';
import { scopeOf } from './scope.ts';
import { bare, isFunction, returnsOf, type Node, type Script } from './syntax.ts';

/** An element without children, of a component by its plain name. */
export interface Leaf {
  element: { node: Element; name: string };
}

// Nobody nests what an app shows deeper than this.
const MOST_LEVELS = 60;

/** The innermost elements of what is shown: those that providers, boundaries, fragments, calls and components of the same file are around. */
export function leavesOf(script: Script, shown: Node, depth = 0): Leaf[] {
  if (depth > MOST_LEVELS) return [];
  const node = bare(shown);
  const inner = (one: Node): Leaf[] => leavesOf(script, one, depth + 1);
  switch (node.type) {
    case 'JSXElement':
    case 'JSXFragment': {
      const children = node.children.flatMap(inner);
      if (children.length > 0 || !isElement(node) || hasChildren(node)) return children;
      return ownLeaf(script, node, depth);
    }
    case 'JSXExpressionContainer':
      return inner(node.expression);
    case 'CallExpression':
      return node.arguments.flatMap(inner);
    case 'ConditionalExpression':
      return [...inner(node.consequent), ...inner(node.alternate)];
    case 'LogicalExpression':
      return inner(node.right);
    case 'ArrowFunctionExpression':
      return node.body.type === 'BlockStatement'
        ? returnsOf(node.body).flatMap(({ argument }) => (argument ? inner(argument) : []))
        : inner(node.body);
    case 'Identifier': {
      const value = lookUp(script, node, scopeOf(script, node), '');
      return isBlocked(value) || isFunction(value.node) ? [] : inner(value.node);
    }
    default:
      return [];
  }
}

function hasChildren({ children }: Element): boolean {
  return children.some((child) => {
    if (child.type === 'JSXText') return child.value.trim() !== '';
    return !(child.type === 'JSXExpressionContainer' && child.expression.type === 'JSXEmptyExpression');
  });
}

/** The element itself, or what is in it where its component stands in the same file. */
function ownLeaf(script: Script, node: Element, depth: number): Leaf[] {
  const name = tagName(node);
  if (!/^[A-Z]\w*$/.test(name)) return [];
  const identifier = { ...node.openingElement.name, type: 'Identifier', name } as unknown as Node;
  if (originOf(script, identifier)) return [{ element: { node, name } }];
  const value = lookUp(script, identifier, scopeOf(script, node), '');
  const held = isBlocked(value) ? undefined : bare(value.node);
  if (!held || !isFunction(held) || !held.body) return [];
  const shown =
    held.body.type === 'BlockStatement' ? returnsOf(held.body).map(({ argument }) => argument) : [held.body];
  return shown.flatMap((one) => (one ? leavesOf(script, one, depth + 1) : []));
}

/** What an element is given as the code of an object; empty for nothing, undefined where it cannot be told. */
export function propertiesOf(text: string, { openingElement: { attributes } }: Element): string | undefined {
  const members: string[] = [];
  for (const one of attributes) {
    if (one.type === 'JSXSpreadAttribute') {
      members.push(`...${text.slice(one.argument.start, one.argument.end)}`);
      continue;
    }
    if (one.name.type !== 'JSXIdentifier') return undefined;
    const name = /^[\w$]+$/.test(one.name.name) ? one.name.name : `'${one.name.name}'`;
    const { value } = one;
    if (value === null) members.push(`${name}: true`);
    // Characters by their names mean something in an attribute only.
    else if (value.type === 'Literal' && /[&\\]/.test(text.slice(value.start, value.end))) return undefined;
    else if (value.type === 'Literal') members.push(`${name}: ${text.slice(value.start, value.end)}`);
    else if (value.type === 'JSXExpressionContainer' && value.expression.type !== 'JSXEmptyExpression')
      members.push(`${name}: ${text.slice(value.expression.start, value.expression.end)}`);
    else return undefined;
  }
  return members.length === 0 ? '' : `{ ${members.join(', ')} }`;
}
