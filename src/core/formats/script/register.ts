import type { CodeStyle } from '../../text/code-style.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused } from '../format.ts';
import { namesIn } from './bindings.ts';
import { isBlocked } from './blocked.ts';
import { fitExpression } from './fragment.ts';
import { planImports } from './imports.ts';
import { findInstance, isNamed, methodCalls, placeInBlock, type Instance, type MethodCall } from './instance.ts';
import { statementBefore, statementBehind, statementCut } from './layout.ts';
import { readRegistrations, type Registrations } from './middleware.ts';
import type { RegisterOperation, ScriptEditor } from './operations.ts';
import { isCode } from './same-code.ts';
import type { Node, Script } from './syntax.ts';
import { cutWithImports, findUse } from './uses.ts';

export const registrations: ScriptEditor<RegisterOperation> = {
  edit(script, operation, style, around) {
    const { text } = script;
    const handwork = (): string => registrations.handwork(script, operation, style);
    const instance = findInstance(script, operation.on);
    if (isBlocked(instance)) return refused(text, instance.at, instance.blocked, handwork());
    const present = findCall(script, instance, operation, around.file);
    if (present) return { kind: 'already', at: present.call.start };
    if (instance.statement.type === 'PropertyDefinition' && instance.block.length === 0)
      return refused(text, instance.statement.start, 'the constructor of its class has no statements', handwork());
    const read = readRegistrations(script, instance, operation.parsers ?? []);
    if (isBlocked(read)) return refused(text, read.at, read.blocked, handwork());
    const plan = planImports(script, operation.imports ?? [], namesIn(script), style);
    const names = new Map([...plan.locals, [operation.on.as, instance.local]]);
    const code = fitExpression(`${operation.on.as}.${operation.call}`, names, style) + (style.semicolons ? ';' : '');
    return edited(text, [...plan.splices, place(script, instance, read, operation.phase, code, style)]);
  },
  remove(script, operation, around) {
    const { text } = script;
    const imports = operation.imports ?? [];
    const instance = findInstance(script, operation.on);
    const present = isBlocked(instance) ? undefined : findCall(script, instance, operation, around.file);
    if (!present) return cutWithImports(script, [], imports, around);
    const held = placeInBlock(script, present.call);
    const alone = held?.statement.type === 'ExpressionStatement' && held.statement.expression === present.call;
    if (alone) return cutWithImports(script, [statementCut(text, held.statement, true)], imports, around);
    const byHand = `Take ${operation.on.as}.${operation.call} out by hand.`;
    return refused(text, present.call.start, 'the call has been made part of a larger one', byHand);
  },
  handwork(_, { on, call, phase }, style) {
    const where = {
      first: 'before every other handler',
      parsed: 'behind what parses the bodies of requests, before all routes',
      routes: 'behind the routes, before the handlers for what is not found and for errors',
    }[phase];
    const code = fitExpression(`${on.as}.${call}`, new Map(), style);
    return `put this ${where}:\n  ${code}${style.semicolons ? ';' : ''}`;
  },
};

function findCall(
  script: Script,
  { local }: Instance,
  operation: RegisterOperation,
  file: string,
): MethodCall | undefined {
  const imports = operation.imports ?? [];
  const method = /^[\w$]+/.exec(operation.call)?.[0];
  return methodCalls(script.program, isNamed(local)).find(({ method: called, call }) => {
    if (called !== method) return false;
    if (imports.length > 0) return call.arguments.some((argument) => findUse(script, argument, imports) !== undefined);
    return isCode(call, `${local}.${operation.call}`, file);
  });
}

function place(
  script: Script,
  { local, statement, block }: Instance,
  { statements, endings, parsers, stop }: Registrations,
  phase: RegisterOperation['phase'],
  code: string,
  style: CodeStyle,
): Splice {
  const [ending] = endings;
  const before = (node: Node): Splice => {
    const previous = block[block.indexOf(node) - 1];
    const follows = previous === statement || (previous && methodCalls(previous, isNamed(local)).length > 0);
    return follows ? statementBehind(script, previous, code, style) : statementBefore(script, node, code, style, true);
  };
  const parsed = parsers.filter((one) => !ending || one.start < ending.start).at(-1);
  if (phase === 'first' && statements[0]) return before(statements[0]);
  if (phase === 'parsed' && parsed) return statementBehind(script, parsed, code, style);
  if (phase === 'parsed' && statements[0]) return before(statements[0]);
  if (phase === 'routes' && ending) return before(ending);
  const last = statements.at(-1);
  if (last) return statementBehind(script, last, code, style);
  if (stop) return before(stop);
  // Where a class declares its member there is no place for statements.
  const [start] = block;
  return statement.type === 'PropertyDefinition' && start
    ? statementBefore(script, start, code, style, true)
    : statementBehind(script, statement, code, style, true);
}
