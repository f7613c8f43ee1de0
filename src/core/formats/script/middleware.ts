import { blocked, type Blocked } from './blocked.ts';
import { chainRoot, isNamed, methodCalls, type Instance } from './instance.ts';
import { lookUp } from './lookup.ts';
import { boundNames, scopeOf } from './scope.ts';
import {
  bare,
  calleeName,
  isFunction,
  keyName,
  walk,
  type FunctionNode,
  type Node,
  type NodeOf,
  type Script,
} from './syntax.ts';

const REGISTERS = new Set([
  'use',
  'all',
  'get',
  'post',
  'put',
  'patch',
  'delete',
  'options',
  'head',
  'route',
  'register',
]);
// Patterns that every path matches, in the forms that routers of different ages read.
const EVERY_PATH = new Set([
  '*',
  '/*',
  '(.*)',
  '/(.*)',
  '*splat',
  '/*splat',
  '/{*splat}',
  '/{*path}',
  '/{*any}',
  '*any',
]);
const ENDING_NAME = /not_?found|404|error|fallback|catch_?all|unhandled/i;

/** How the handlers of a server are registered, one statement after another. */
export interface Registrations {
  /** Statements that register something, in order. */
  statements: Node[];
  /** Those that take whatever nothing else has taken: handlers for what is not found, and for errors. */
  endings: Node[];
  /** Those that read the bodies of requests. */
  parsers: Node[];
  /** The statement with which the server is started or handed on. */
  stop: Node | undefined;
}

/** Reads how a server made by this script registers its handlers (the order in which they are asked, as Connect has it). */
export function readRegistrations(
  script: Script,
  { local, block, statement }: Instance,
  parserNames: readonly string[],
): Registrations | Blocked {
  const after = block.slice(block.indexOf(statement) + 1);
  const stop = after.find((one) => hands(one, local));
  const upTo = stop ? after.slice(0, after.indexOf(stop)) : after;
  const holds = (one: Node, test: (call: NodeOf<'CallExpression'>) => boolean): boolean =>
    calls(one, local).some(({ call, method }) => REGISTERS.has(method) && test(call));
  const statements = upTo.filter((one) => holds(one, () => true));
  const endings = statements.filter((one) => holds(one, (call) => isEnding(script, call)));
  const parsers = statements.filter((one) =>
    holds(one, (call) => call.arguments.some((argument) => isParser(argument, parserNames))),
  );
  const [firstEnding] = endings;
  const late = firstEnding && parsers.find((one) => one.start > firstEnding.start);
  if (late) return blocked('bodies are parsed only behind a handler that ends requests', late);
  return { statements, endings, parsers, stop };
}

/** The calls on the server in a statement; those inside functions are made later. */
function calls(statement: Node, local: string): { method: string; call: NodeOf<'CallExpression'> }[] {
  const own = new Set<Node>();
  walk(statement, (node) => {
    own.add(node);
    return !isFunction(node);
  });
  return methodCalls(statement, isNamed(local)).filter(({ call }) => own.has(call));
}

function hands(statement: Node, local: string): boolean {
  if (/^(ReturnStatement|ExportDefaultDeclaration|TSExportAssignment)$/.test(statement.type))
    return uses(statement, local);
  if (statement.type === 'ExportNamedDeclaration' && !statement.declaration) return uses(statement, local);
  let found = false;
  walk(statement, (node) => {
    if (node.type === 'CallExpression') {
      const method = node.callee.type === 'MemberExpression' ? keyName(node.callee.property, false) : undefined;
      if (method === 'listen' && isNamed(local)(chainRoot(node))) found = true;
      if (method === 'createServer' && node.arguments.some((argument) => isNamed(local)(bare(argument)))) found = true;
    }
    if (node.type === 'AssignmentExpression' && node.left.type === 'MemberExpression' && isNamed(local)(node.right))
      found = true;
    return !found && (!isFunction(node) || node === statement);
  });
  return found;
}

function uses(statement: Node, local: string): boolean {
  let found = false;
  walk(statement, (node) => {
    if (isNamed(local)(node)) found = true;
  });
  return found;
}

function isParser(argument: Node, names: readonly string[]): boolean {
  const node = bare(argument);
  const called = node.type === 'CallExpression' ? bare(node.callee) : node;
  const name = calleeName(called);
  return name !== undefined && names.includes(name);
}

function isEnding(script: Script, call: NodeOf<'CallExpression'>): boolean {
  const args = call.arguments.map((argument) => bare(argument));
  const [path] = args;
  const handlers = args.filter((argument) => argument.type !== 'Literal' && argument.type !== 'TemplateLiteral');
  const somewhere = path?.type === 'Literal' && !everyPath(path.value);
  return handlers.some((handler) => {
    const fn = functionOf(script, handler);
    if (!fn) return !somewhere && ENDING_NAME.test(nameOf(handler));
    if (fn.params.length === 4) return true;
    return !somewhere && endsRequests(fn);
  });
}

function everyPath(value: unknown): boolean {
  if (value instanceof RegExp) return /^\^?(\\\/)?\.?\*\$?$/.test(value.source);
  return typeof value === 'string' && EVERY_PATH.has(value);
}

/** A handler that never passes a request on, or passes on only an error. */
function endsRequests(fn: FunctionNode): boolean {
  const [next] = fn.params[2] ? boundNames(fn.params[2]) : [];
  if (next === undefined || !fn.body) return true;
  let passesOn = false;
  walk(fn.body, (node, parent) => {
    if (!isNamed(next)(node)) return;
    const isCall = parent?.type === 'CallExpression' && parent.callee === node;
    const [argument] = isCall ? parent.arguments : [];
    if (!argument || (argument.type === 'Literal' && argument.value === 'route')) passesOn = true;
  });
  return !passesOn;
}

function functionOf(script: Script, handler: Node): FunctionNode | undefined {
  if (isFunction(handler)) return handler;
  if (handler.type !== 'Identifier') return undefined;
  const value = lookUp(script, handler, scopeOf(script, handler), '');
  const node = 'blocked' in value ? undefined : bare(value.node);
  return node && isFunction(node) ? node : undefined;
}

function nameOf(handler: Node): string {
  if (handler.type === 'Identifier') return handler.name;
  if (handler.type === 'CallExpression') return nameOf(bare(handler.callee));
  if (handler.type !== 'MemberExpression') return '';
  return `${nameOf(bare(handler.object))}.${keyName(handler.property, handler.computed) ?? ''}`;
}
