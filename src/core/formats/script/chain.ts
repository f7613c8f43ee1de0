import { indentAt, lineStart } from '../../text/positions.ts';
import type { CodeStyle } from '../../text/code-style.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused } from '../format.ts';
import { namesIn } from './bindings.ts';
import { blocked, isBlocked, type Blocked } from './blocked.ts';
import { callsExport } from './config-root.ts';
import { fitExpression } from './fragment.ts';
import { planImports } from './imports.ts';
import {
  chainRoot,
  findInstance,
  isNamed,
  methodCalls,
  placeInBlock,
  type Instance,
  type MethodCall,
} from './instance.ts';
import { statementBefore, statementBehind, statementCut } from './layout.ts';
import type { ChainOperation, ScriptEditor } from './operations.ts';
import { isCode } from './same-code.ts';
import { bare, type Node, type Script } from './syntax.ts';
import { cutWithImports, findUse } from './uses.ts';

export const chains: ScriptEditor<ChainOperation> = {
  edit(script, operation, style, around) {
    const { text } = script;
    const present = findCall(script, operation, around.file);
    if (present) return { kind: 'already', at: present.call.start };
    const plan = planImports(script, operation.imports ?? [], namesIn(script), style);
    const code = fitExpression(`${operation.on.as}.${operation.call}`, plan.locals, style).slice(
      operation.on.as.length + 1,
    );
    const splice = place(script, operation, code, style);
    if ('blocked' in splice) return refused(text, splice.at, splice.blocked, chains.handwork(script, operation, style));
    return edited(text, [...plan.splices, splice]);
  },
  remove(script, operation, around) {
    const { text } = script;
    const present = findCall(script, operation, around.file);
    const imports = operation.imports ?? [];
    if (!present) return cutWithImports(script, [], imports, around);
    const { call } = present;
    const { object } = call.callee.type === 'MemberExpression' ? call.callee : { object: call };
    const held = placeInBlock(script, call);
    const alone = held?.statement.type === 'ExpressionStatement' && held.statement.expression === call;
    if (alone && bare(object).type === 'Identifier')
      return cutWithImports(script, [statementCut(text, held.statement)], imports, around);
    const cut = { at: object.end, removed: text.slice(object.end, call.end), inserted: '' };
    return cutWithImports(script, [cut], imports, around);
  },
  handwork(_, { on, call, before }, style) {
    const code = fitExpression(`${on.as}.${call}`, new Map(), style);
    return `put this before ${on.as}.${before[0] ?? ''}(…):\n  ${code}${style.semicolons ? ';' : ''}`;
  },
};

/** The calls of methods on the thing, whether it has a name or not. */
function callsOnThing(script: Script, operation: ChainOperation): MethodCall[] {
  const instance = findInstance(script, operation.on);
  const named = isBlocked(instance) ? () => false : isNamed(instance.local);
  return methodCalls(script.program, (node) => named(node) || callsExport(script, node, operation.on));
}

function findCall(script: Script, operation: ChainOperation, file: string): MethodCall | undefined {
  const method = /^[\w$]+/.exec(operation.call)?.[0];
  const imports = operation.imports ?? [];
  return callsOnThing(script, operation).find(({ method: called, call }) => {
    if (called !== method) return false;
    if (imports.length > 0 && call.arguments.some((argument) => findUse(script, argument, imports))) return true;
    const own = {
      ...call,
      callee: {
        ...call.callee,
        object: { type: 'Identifier', name: operation.on.as, decorators: [], optional: false, typeAnnotation: null },
      },
    };
    return isCode(own as unknown as Node, `${operation.on.as}.${operation.call}`, file);
  });
}

function place(script: Script, operation: ChainOperation, code: string, style: CodeStyle): Splice | Blocked {
  const ends = callsOnThing(script, operation).filter(({ method }) => operation.before.includes(method));
  const instance = findInstance(script, operation.on);
  if (!isBlocked(instance)) return asStatement(script, instance, ends, code, style);
  const [end, other] = ends;
  if (!end) return instance;
  if (other && chainRoot(other.call) !== chainRoot(end.call)) return blocked('it is made more than once', other.call);
  return inChain(script, end, code);
}

/** `app.use(x)` before the statement that ends the set-up, behind what was registered before. */
function asStatement(
  script: Script,
  { local, block, statement }: Instance,
  ends: readonly MethodCall[],
  code: string,
  style: CodeStyle,
): Splice {
  const line = `${local}.${code}${style.semicolons ? ';' : ''}`;
  const holdsEnd = (one: Node): boolean => ends.some(({ call }) => one.start <= call.start && call.end <= one.end);
  const registers = (one: Node): boolean => one === statement || methodCalls(one, isNamed(local)).length > 0;
  const after = block.slice(block.indexOf(statement) + 1);
  const stop = after.find(holdsEnd) ?? after.find((one) => isEnd(one, local));
  const before = stop ? block.slice(0, block.indexOf(stop)) : block;
  const previous = before.at(-1);
  if (stop && previous && !registers(previous)) return statementBefore(script, stop, line, style);
  return statementBehind(script, before.findLast(registers) ?? statement, line, style);
}

/** Where what has been made is handed on, or given back. */
function isEnd(statement: Node, local: string): boolean {
  if (statement.type === 'ReturnStatement' || statement.type === 'ExportDefaultDeclaration') return true;
  return (
    statement.type === 'ExportNamedDeclaration' && statement.specifiers.some(({ local: one }) => isNamed(local)(one))
  );
}

function inChain({ text }: Script, { call }: MethodCall, code: string): Splice | Blocked {
  if (call.callee.type !== 'MemberExpression') return { blocked: 'it is not a method call', at: call.start };
  const { object, property } = call.callee;
  const ownLine = text.slice(lineStart(text, property.start), property.start).trim() === '.';
  const eol = text.slice(object.end, property.start).includes('\r\n') ? '\r\n' : '\n';
  const lead = ownLine ? eol + indentAt(text, property.start) : '';
  return { at: object.end, removed: '', inserted: `${lead}.${code}` };
}
