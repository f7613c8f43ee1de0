import { blocked, type Blocked } from './blocked.ts';
import { callsExport } from './config-root.ts';
import type { InstanceName } from './operations.ts';
import { ancestorsOf } from './scope.ts';
import { bare, keyName, walk, type Node, type NodeOf, type Script } from './syntax.ts';

/** A thing that the script makes and gives a name, and the statements among which it is made. */
export interface Instance {
  /** Its name, or that of the member of a class: `this.app`. */
  local: string;
  /** The statement that makes it. */
  statement: Node;
  /** In a class, what its own methods say that are called there stands in the place of their calls. */
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
    const [target, bound] = bindingOf(node);
    const local = target && nameOf(target);
    if (bound && local !== undefined && isMade(script, bound, wanted)) found.push({ local, node });
  });
  const [only, other] = found;
  const what = wanted.name === 'default' ? wanted.from : wanted.name;
  if (other && only?.local !== other.local) return blocked(`"${what}" is called more than once`, other.node);
  if (!only && unnamed) return blocked(`what "${what}" makes has no name here`, unnamed);
  if (!only) return { blocked: `the file does not call "${what}"`, at: 0 };
  const { node } = only;
  const place = node.type === 'PropertyDefinition' ? placeInClass(script, node) : placeInBlock(script, node);
  if (!place) return blocked('it is not made by a statement', node);
  return { local: only.local, statement: place.statement, block: withMethods(script, place.block, only) };
}

/** What a node gives a value to, and the value. */
function bindingOf(node: Node): [Node, Node | null] | [] {
  if (node.type === 'VariableDeclarator') return [node.id, node.init];
  if (node.type === 'AssignmentExpression') return [node.left, node.right];
  return node.type === 'PropertyDefinition' && !node.static ? [node, node.value] : [];
}

function nameOf(target: Node): string | undefined {
  if (target.type === 'Identifier') return target.name;
  const key =
    target.type === 'PropertyDefinition'
      ? keyName(target.key, target.computed)
      : target.type === 'MemberExpression' && target.object.type === 'ThisExpression'
        ? keyName(target.property, target.computed)
        : undefined;
  return key === undefined || !/^[\w$]+$/.test(key) ? undefined : `this.${key}`;
}

/** A member that a class makes where it declares it: what the constructor says comes behind that. */
function placeInClass(script: Script, node: Node): { block: readonly Node[]; statement: Node } | undefined {
  const made = classAround(script, node)?.body.body.find(
    (one) => one.type === 'MethodDefinition' && one.kind === 'constructor',
  );
  const block = made?.type === 'MethodDefinition' ? made.value.body?.body : undefined;
  return block && { block, statement: node };
}

function classAround(script: Script, node: Node): NodeOf<'ClassDeclaration'> | undefined {
  const around = ancestorsOf(script, node).findLast((one) => /^Class(Declaration|Expression)$/.test(one.type));
  return around as NodeOf<'ClassDeclaration'> | undefined;
}

/** The statements of a constructor, with those of the methods that it calls in their places. */
function withMethods(
  script: Script,
  block: readonly Node[],
  { local, node }: { local: string; node: Node },
): readonly Node[] {
  const methods = local.startsWith('this.') ? (classAround(script, node)?.body.body ?? []) : [];
  const bodyOf = (statement: Node): readonly Node[] | undefined => {
    const called = statement.type === 'ExpressionStatement' ? bare(statement.expression) : statement;
    if (called.type !== 'CallExpression' || called.callee.type !== 'MemberExpression') return undefined;
    if (called.callee.object.type !== 'ThisExpression') return undefined;
    const name = keyName(called.callee.property, called.callee.computed);
    const method = methods.find(
      (one) => one.type === 'MethodDefinition' && !one.static && keyName(one.key, one.computed) === name,
    );
    return method?.type === 'MethodDefinition' ? method.value.body?.body : undefined;
  };
  return methods.length === 0 ? block : block.flatMap((statement) => bodyOf(statement) ?? [statement]);
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

/** Whether a node is a name, or with `this.` before it that member. */
export function isNamed(name: string): (node: Node) => boolean {
  if (!name.startsWith('this.')) return (node) => node.type === 'Identifier' && node.name === name;
  const key = name.slice('this.'.length);
  return (node) =>
    node.type === 'MemberExpression' &&
    node.object.type === 'ThisExpression' &&
    keyName(node.property, node.computed) === key;
}
