import { findInstance } from './instance.ts';
import { importsOf } from './imported-names.ts';
import type { InstanceName } from './operations.ts';
import { bare, calleeName, keyName, parseScript, walk, type Node, type NodeOf } from './syntax.ts';

const METHODS = new Set(['get', 'post', 'put', 'patch', 'delete', 'all', 'use', 'route']);

type Call = NodeOf<'CallExpression'>;

interface MemberCall {
  /** What it is called on, by its name: `app`, `this.app`; undefined for another expression. */
  on: string | undefined;
  method: string;
  call: Call;
}

/** The paths that a script answers by calls of methods (`get('/beds', …)`), and what each is called on. */
export function routesIn(text: string, file: string): { on: string | undefined; path: string }[] {
  return memberCalls(text, file).flatMap(({ on, method, call }) => {
    const path = METHODS.has(method) ? textOf(call.arguments[0]) : undefined;
    return path?.startsWith('/') && path.length <= 500 ? [{ on, path }] : [];
  });
}

/** The name of what a script makes by calling an export (`const app = express()`), as calls on it have it; undefined without one. */
export function instanceName(text: string, file: string, wanted: InstanceName): string | undefined {
  const script = parseScript(text, file);
  const found = 'fault' in script ? undefined : findInstance(script, wanted);
  return found && 'local' in found ? found.local : undefined;
}

/** The modules that a thing uses at its root (`app.use(router)`, `app.use('/', require('./beds'))`), as the script names them. */
export function usedAtRoot(text: string, file: string, on: string): string[] {
  const imported = new Map(importsOf(text, file).map(({ local, from }) => [local, from]));
  for (const [local, from] of requiredIn(text, file)) imported.set(local, from);
  return memberCalls(text, file)
    .filter((one) => one.on === on && one.method === 'use')
    .flatMap(({ call }) => {
      const [first, second, ...others] = call.arguments;
      const used = second === undefined ? first : textOf(first) === '/' && others.length === 0 ? second : undefined;
      return (used && (requiredBy(used) ?? (used.type === 'Identifier' ? imported.get(used.name) : undefined))) ?? [];
    });
}

/** A folder as code says it: a text as it is, or parts behind the script's own folder or the one that it is started in. */
export interface CodeFolder {
  from: 'plain' | 'script' | 'start';
  parts: string[];
}

/** What a script sets by `set('views', …)`: a text, or a folder; undefined where it is not set, or says something else. */
export function settingIn(text: string, file: string, name: string): CodeFolder | 'unclear' | undefined {
  const found = memberCalls(text, file).find(
    ({ method, call }) => method === 'set' && call.arguments.length === 2 && textOf(call.arguments[0]) === name,
  );
  const value = found?.call.arguments[1];
  return value && (folderOf(bare(value)) ?? 'unclear');
}

function folderOf(node: Node): CodeFolder | undefined {
  const plain = textOf(node);
  if (plain !== undefined) return { from: 'plain', parts: [plain] };
  if (node.type === 'BinaryExpression' && node.operator === '+') return behind(node.left, [node.right]);
  if (node.type === 'TemplateLiteral' && node.expressions.length === 1) {
    const rest = node.quasis[1]?.value.cooked;
    const start = node.quasis[0]?.value.cooked === '' ? startOf(node.expressions[0]) : undefined;
    return start && typeof rest === 'string' ? { from: start, parts: [rest] } : undefined;
  }
  if (node.type !== 'CallExpression' || !/^(join|resolve)$/.test(calleeName(node.callee) ?? '')) return undefined;
  const [first, ...rest] = node.arguments;
  return first && behind(first, rest);
}

function behind(start: Node, rest: readonly Node[]): CodeFolder | undefined {
  const from = startOf(start);
  const parts = rest.map((one) => textOf(one));
  return from && parts.length > 0 && parts.every((one) => one !== undefined) ? { from, parts } : undefined;
}

/** `__dirname` and `import.meta.dirname` are the script's folder, `process.cwd()` the one that it is started in. */
function startOf(node: Node | undefined): 'script' | 'start' | undefined {
  if (node?.type === 'Identifier' && node.name === '__dirname') return 'script';
  if (node?.type === 'MemberExpression' && node.object.type === 'MetaProperty')
    return keyName(node.property, node.computed) === 'dirname' ? 'script' : undefined;
  return node?.type === 'CallExpression' && calleeName(node.callee) === 'cwd' ? 'start' : undefined;
}

function memberCalls(text: string, file: string): MemberCall[] {
  const script = parseScript(text, file);
  const found: MemberCall[] = [];
  if ('fault' in script) return found;
  walk(script.program, (node) => {
    const callee = node.type === 'CallExpression' ? bare(node.callee) : undefined;
    const method = callee?.type === 'MemberExpression' ? keyName(callee.property, callee.computed) : undefined;
    if (node.type !== 'CallExpression' || callee?.type !== 'MemberExpression' || method === undefined) return;
    found.push({ on: nameOf(bare(callee.object)), method, call: node });
  });
  return found;
}

/** Names by the modules that they are required from, whichever part of them is taken. */
function requiredIn(text: string, file: string): [string, string][] {
  const script = parseScript(text, file);
  const found: [string, string][] = [];
  if ('fault' in script) return found;
  walk(script.program, (node) => {
    if (node.type !== 'VariableDeclarator' || !node.init) return;
    const init = bare(node.init);
    const from = requiredBy(init.type === 'MemberExpression' ? init.object : init);
    if (from === undefined) return;
    if (node.id.type === 'Identifier') found.push([node.id.name, from]);
    if (node.id.type === 'ObjectPattern')
      for (const one of node.id.properties)
        if (one.type === 'Property' && one.value.type === 'Identifier') found.push([one.value.name, from]);
  });
  return found;
}

function requiredBy(node: Node): string | undefined {
  const isRequire =
    node.type === 'CallExpression' && node.callee.type === 'Identifier' && node.callee.name === 'require';
  return isRequire ? textOf(node.arguments[0]) : undefined;
}

function nameOf(node: Node): string | undefined {
  if (node.type === 'Identifier') return node.name;
  if (node.type !== 'MemberExpression' || node.object.type !== 'ThisExpression') return undefined;
  const key = keyName(node.property, node.computed);
  return key === undefined ? undefined : `this.${key}`;
}

function textOf(node: Node | undefined): string | undefined {
  if (node?.type === 'Literal' && typeof node.value === 'string') return node.value;
  return node?.type === 'TemplateLiteral' && node.expressions.length === 0
    ? (node.quasis[0]?.value.cooked ?? undefined)
    : undefined;
}
