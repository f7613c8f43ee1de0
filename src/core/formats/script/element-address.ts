import { blocked, isBlocked, type Blocked } from './blocked.ts';
import { configRoot } from './config-root.ts';
import { lookUp } from './lookup.ts';
import type { ElementAddress } from './operations.ts';
import { scopeOf } from './scope.ts';
import {
  bare,
  isFunction,
  calleeName,
  returnsOf,
  walk,
  type FunctionNode,
  type Node,
  type NodeOf,
  type Script,
} from './syntax.ts';

export type Element = NodeOf<'JSXElement'>;

export function isElement(node: Node): node is Element {
  return node.type === 'JSXElement';
}

/** The name of an element as it is written: `div`, `App`, `Routes.Plots`. */
export function tagName(element: Element): string {
  const parts: string[] = [];
  walk(element.openingElement.name, (node) => {
    if (node.type === 'JSXIdentifier') parts.push(node.name);
  });
  return parts.join('.');
}

/** The one element at an address. */
export function findElement(script: Script, address: ElementAddress): Element | Blocked {
  if ('returned' in address) return returnedElement(script, address.returned);
  const found: Element[] = [];
  walk(script.program, (node) => {
    if ('name' in address && isElement(node) && tagName(node) === address.name) found.push(node);
    if ('argument' in address && node.type === 'CallExpression' && calleeName(node.callee) === address.argument) {
      const element = elementOf(script, node.arguments[0]) ?? elementOf(script, node.arguments[1]);
      if (element) found.push(element);
    }
  });
  const [only, other] = found;
  const what = 'name' in address ? `<${address.name}>` : `an element given to ${address.argument}(…)`;
  if (other) return blocked(`${what} stands here more than once`, other);
  return only ?? { blocked: `there is no ${what} in the file`, at: 0 };
}

function elementOf(script: Script, node: Node | undefined): Element | undefined {
  const inner = node && bare(node);
  if (inner?.type !== 'Identifier') return inner && isElement(inner) ? inner : undefined;
  const value = lookUp(script, inner, scopeOf(script, inner), '');
  const held = isBlocked(value) ? undefined : bare(value.node);
  return held && isElement(held) ? held : undefined;
}

function returnedElement(script: Script, returned: 'default' | { function: string }): Element | Blocked {
  const fn = returned === 'default' ? defaultFunction(script) : namedFunction(script, returned.function);
  if (isBlocked(fn)) return fn;
  const { body } = fn;
  if (!body) return blocked('the function has no body', fn);
  const values = body.type === 'BlockStatement' ? returnsOf(body).map(({ argument }) => argument ?? undefined) : [body];
  const found = values.flatMap((value) => elementOf(script, value) ?? []);
  const [only, other] = found;
  if (other) return blocked('the component returns one of several elements', other);
  return only ?? blocked('the component returns no element that is written here', fn);
}

function defaultFunction(script: Script): FunctionNode | Blocked {
  const root = configRoot(script, { pointer: '' });
  if (isBlocked(root)) return root;
  let node = bare(root.node);
  if (node.type === 'Identifier') {
    const value = lookUp(script, node, root.scope, '');
    if (isBlocked(value)) return value;
    node = bare(value.node);
  }
  // `memo(function App() {})` and the like give back the component that they are given.
  if (node.type === 'CallExpression' && node.arguments[0]) node = bare(node.arguments[0]);
  return isFunction(node) ? node : blocked('what the file exports is not a function', node);
}

function namedFunction(script: Script, name: string): FunctionNode | Blocked {
  let found: FunctionNode | undefined;
  walk(script.program, (node) => {
    if (node.type === 'FunctionDeclaration' && node.id?.name === name) found ??= node;
    const init =
      node.type === 'VariableDeclarator' && node.id.type === 'Identifier' && node.id.name === name && node.init;
    const value = init ? bare(init) : undefined;
    if (value && isFunction(value)) found ??= value;
  });
  return found ?? { blocked: `there is no function "${name}" in the file`, at: 0 };
}
