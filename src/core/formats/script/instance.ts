import { blocked, type Blocked } from './blocked.ts';
import { callsExport } from './config-root.ts';
import type { InstanceName } from './operations.ts';
import { ancestorsOf } from './scope.ts';
import { bare, keyName, walk, type Node, type NodeOf, type Script } from './syntax.ts';

/** A thing that the script makes and gives a name, and the statements among which it is made. */
export interface Instance {
  local: string;
  /** The statement that makes it. */
  statement: Node;
  block: readonly Node[];
}

/** The statements of a block that comes around a node, and the one of them that holds it. */
export function placeInBlock(script: Script, node: Node): { block: readonly Node[]; statement: Node } | undefined {
  const path = ancestorsOf(script, node);
  for (let index = path.length - 2; index >= 0; index -= 1) {
    const around = path[index];
    const statement = path[index + 1];
    if ((around?.type === 'BlockStatement' || around?.type === 'Program') && statement)
      return { block: around.body, statement };
  }
  return undefined;
}

/** The one thing that a script makes by calling an export, where it has a name of its own. */
export function findInstance(script: Script, wanted: InstanceName): Instance | Blocked {
  const found: { local: string; node: Node }[] = [];
  let unnamed: Node | undefined;
  walk(script.program, (node) => {
    if (callsExport(script, node, wanted)) unnamed ??= node;
    const bound =
      node.type === 'VariableDeclarator' ? node.init : node.type === 'AssignmentExpression' ? node.right : undefined;
    const target =
      node.type === 'VariableDeclarator' ? node.id : node.type === 'AssignmentExpression' ? node.left : node;
    if (bound && target.type === 'Identifier' && isMade(script, bound, wanted))
      found.push({ local: target.name, node });
  });
  const [only, other] = found;
  const what = wanted.name === 'default' ? wanted.from : wanted.name;
  if (other && only?.local !== other.local) return blocked(`"${what}" is called more than once`, other.node);
  if (!only && unnamed) return blocked(`what "${what}" makes has no name here`, unnamed);
  if (!only) return { blocked: `the file does not call "${what}"`, at: 0 };
  const place = placeInBlock(script, only.node);
  return place ? { local: only.local, ...place } : blocked('it is not made by a statement', only.node);
}

/** `make()`, `make().use(x)` with methods that return it, `exports = make()`. */
function isMade(script: Script, expression: Node, wanted: InstanceName): boolean {
  let node = bare(expression);
  for (;;) {
    if (callsExport(script, node, wanted)) return true;
    if (node.type === 'AssignmentExpression') node = bare(node.right);
    else if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression') {
      const method = keyName(node.callee.property, node.callee.computed);
      if (method === undefined || !wanted.fluent?.includes(method)) return false;
      node = bare(node.callee.object);
    } else return false;
  }
}

export interface MethodCall {
  method: string;
  call: NodeOf<'CallExpression'>;
}

/** The calls of methods of a thing below a node, in the order in which they are made; functions inside are looked into. */
export function methodCalls(root: Node, isThing: (node: Node) => boolean): MethodCall[] {
  const calls: MethodCall[] = [];
  walk(root, (node) => {
    if (node.type !== 'CallExpression' || node.callee.type !== 'MemberExpression') return;
    const method = keyName(node.callee.property, node.callee.computed);
    if (method !== undefined && isThing(chainRoot(node.callee.object))) calls.push({ method, call: node });
  });
  return calls.sort((a, b) => a.call.end - b.call.end);
}

/** What a chain of method calls begins with. */
export function chainRoot(expression: Node): Node {
  let node = bare(expression);
  while (node.type === 'CallExpression' && node.callee.type === 'MemberExpression') node = bare(node.callee.object);
  return node;
}

export function isNamed(name: string): (node: Node) => boolean {
  return (node) => node.type === 'Identifier' && node.name === name;
}
