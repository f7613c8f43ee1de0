import { originOf } from './bindings.ts';
import { blocked, isBlocked, type Blocked } from './blocked.ts';
import type { Placed } from './lookup.ts';
import { moduleScope, scopeOf } from './scope.ts';
import { walk, type Node, type NodeOf, type Script } from './syntax.ts';
import type { ConfigAddress, ConfigRoot, ExportName } from './values.ts';

/** The expression into which an address leads, with its scope. */
export function configRoot(script: Script, { root }: ConfigAddress): Placed<Node> | Blocked {
  if (root === undefined) {
    const exported = exportedValue(script);
    return isBlocked(exported) ? exported : { node: exported, scope: moduleScope(script) };
  }
  if ('export' in root) return namedExport(script, root.export);
  const node = 'call' in root ? calledArgument(script, root) : decoratorArgument(script, root);
  return isBlocked(node) ? node : { node, scope: scopeOf(script, node) };
}

/** The expression that the module exports as its configuration (`export default`, `module.exports`, `export =`). */
export function exportedValue(script: Script): Node | Blocked {
  const exported = script.program.body.flatMap((statement) => exportsOf(statement));
  const [only, ...more] = exported;
  if (!only) return { blocked: 'the file exports no configuration', at: 0 };
  if (more.length > 0) return { blocked: 'the file exports a configuration more than once', at: more[0]?.start ?? 0 };
  return only;
}

/** Whether a call or `new` makes use of an export of a module. */
export function callsExport(script: Script, node: Node, { from, name }: ExportName): boolean {
  if (node.type !== 'CallExpression' && node.type !== 'NewExpression') return false;
  const origin = originOf(script, node.callee);
  if (origin?.from !== from) return false;
  return origin.name === name || (name === 'default' && origin.name === '*');
}

function namedExport(script: Script, name: string): Placed<Node> | Blocked {
  const scope = moduleScope(script);
  for (const statement of script.program.body) {
    if (statement.type === 'ExportNamedDeclaration') {
      const { declaration } = statement;
      if (declaration?.type === 'FunctionDeclaration' && declaration.id?.name === name)
        return { node: declaration, scope };
      if (declaration?.type === 'VariableDeclaration')
        for (const { id, init } of declaration.declarations)
          if (id.type === 'Identifier' && id.name === name && init) return { node: init, scope };
      for (const { exported, local } of statement.source ? [] : statement.specifiers)
        if (nameOf(exported) === name) return { node: local, scope };
    }
    const right = assignedExport(statement, name);
    if (right) return { node: right, scope };
  }
  return { blocked: `the file exports no "${name}"`, at: 0 };
}

/** `exports.name = value` and `module.exports.name = value`. */
function assignedExport(statement: Node, name: string): Node | undefined {
  if (statement.type !== 'ExpressionStatement' || statement.expression.type !== 'AssignmentExpression')
    return undefined;
  const { left, right } = statement.expression;
  if (left.type !== 'MemberExpression' || left.computed || nameOf(left.property) !== name) return undefined;
  const { object } = left;
  return (object.type === 'Identifier' && object.name === 'exports') || isModuleExports(object) ? right : undefined;
}

function calledArgument(script: Script, { call, argument }: Extract<ConfigRoot, { call: ExportName }>): Node | Blocked {
  const calls: NodeOf<'CallExpression' | 'NewExpression'>[] = [];
  walk(script.program, (node) => {
    if ((node.type === 'CallExpression' || node.type === 'NewExpression') && callsExport(script, node, call))
      calls.push(node);
  });
  const [only, ...more] = calls;
  const what = call.name === 'default' ? call.from : call.name;
  if (!only) return { blocked: `the file does not call "${what}"`, at: 0 };
  if (more[0]) return blocked(`"${what}" is called more than once`, more[0]);
  return only.arguments[argument] ?? blocked(`"${what}" is called without the argument that is wanted`, only);
}

function decoratorArgument(
  script: Script,
  { decorator, class: className }: Extract<ConfigRoot, { decorator: ExportName }>,
): Node | Blocked {
  const found: NodeOf<'CallExpression'>[] = [];
  walk(script.program, (node) => {
    if (node.type !== 'ClassDeclaration' && node.type !== 'ClassExpression') return;
    if (className !== undefined && node.id?.name !== className) return;
    for (const { expression } of node.decorators)
      if (expression.type === 'CallExpression' && callsExport(script, expression, decorator)) found.push(expression);
  });
  const [only, ...more] = found;
  if (!only) return { blocked: `no class is decorated with "${decorator.name}"`, at: 0 };
  if (more[0]) return blocked(`more than one class is decorated with "${decorator.name}"`, more[0]);
  return only.arguments[0] ?? blocked(`"${decorator.name}" is given nothing`, only);
}

function exportsOf(statement: Node): Node[] {
  if (statement.type === 'ExportDefaultDeclaration') return [statement.declaration];
  if (statement.type === 'TSExportAssignment') return [statement.expression];
  if (statement.type === 'ExportNamedDeclaration' && !statement.source) {
    return statement.specifiers.flatMap(({ exported, local }) =>
      nameOf(exported) === 'default' ? [local as Node] : [],
    );
  }
  if (statement.type !== 'ExpressionStatement' || statement.expression.type !== 'AssignmentExpression') return [];
  const { left, right } = statement.expression;
  return isModuleExports(left) ? [right] : [];
}

function isModuleExports(node: Node): node is NodeOf<'MemberExpression'> {
  if (node.type !== 'MemberExpression' || node.computed) return false;
  const { object, property } = node;
  if (object.type === 'Identifier' && object.name === 'module')
    return property.type === 'Identifier' && property.name === 'exports';
  if (property.type !== 'Identifier' || property.name !== 'default') return false;
  return (object.type === 'Identifier' && object.name === 'exports') || isModuleExports(object);
}

function nameOf(node: Node): string | undefined {
  if (node.type === 'Identifier') return node.name;
  return node.type === 'Literal' ? String(node.value) : undefined;
}
