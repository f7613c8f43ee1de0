import { edited, refused } from '../format.ts';
import { namesIn, usesOf } from './bindings.ts';
import { isBlocked } from './blocked.ts';
import { exportedValue } from './config-root.ts';
import { fitExpression } from './fragment.ts';
import { planImports } from './imports.ts';
import { guarded } from './layout.ts';
import type { ScriptEditor, WrapOperation } from './operations.ts';
import { bare, walk, type Node, type NodeOf, type Script } from './syntax.ts';
import { cutWithImports, findUse, usesImport } from './uses.ts';

export const wraps: ScriptEditor<WrapOperation> = {
  edit(script, operation, style) {
    const { text } = script;
    const handwork = (): string => wraps.handwork(script, operation, style);
    const called = findCall(script, operation);
    if (called) return { kind: 'already', at: called.start };
    const exported = exportedValue(script);
    if (isBlocked(exported)) return refused(text, exported.at, exported.blocked, handwork());
    const reason = cannotWrap(script, exported);
    if (reason !== undefined) return refused(text, exported.start, reason, handwork());
    const plan = planImports(script, operation.imports, namesIn(script), style);
    const call = fitExpression(operation.call, plan.locals, style);
    const more = operation.more === undefined ? '' : `, ${fitExpression(operation.more, plan.locals, style)}`;
    const isStatement = exported.type === 'FunctionDeclaration';
    const close = isStatement ? guarded(`)${style.semicolons ? ';' : ''}`, text, exported.end) : ')';
    return edited(text, [
      ...plan.splices,
      { at: exported.start, removed: '', inserted: `${call}(` },
      { at: exported.end, removed: '', inserted: more + close },
    ]);
  },
  remove(script, operation, around) {
    const { text } = script;
    const call = findWrapper(script, operation);
    if (!call) {
      const left = findCall(script, operation);
      if (!left) return cutWithImports(script, [], operation.imports, around);
      return refused(
        text,
        left.start,
        'the call does not stand around one value',
        `Take ${operation.call}(…) out by hand.`,
      );
    }
    const [inner] = call.arguments;
    if (!inner)
      return refused(text, call.start, 'nothing is passed to the call', `Take ${operation.call}(…) out by hand.`);
    const cuts = [
      { at: call.start, removed: text.slice(call.start, inner.start), inserted: '' },
      { at: inner.end, removed: text.slice(inner.end, call.end), inserted: '' },
    ];
    return cutWithImports(script, cuts, operation.imports, around);
  },
  handwork(_, operation, style) {
    const call = fitExpression(operation.call, new Map(), style);
    const more = operation.more === undefined ? '' : `, ${fitExpression(operation.more, new Map(), style)}`;
    return `pass what the file exports through this call:\n  ${call}(…${more})`;
  },
};

function cannotWrap(script: Script, exported: Node): string | undefined {
  if (exported.type === 'ClassDeclaration') return 'the file exports a class';
  if (exported.type === 'SequenceExpression') return 'the file exports a sequence of values';
  if (exported.type === 'FunctionDeclaration' && exported.id && usesOf(script, exported.id.name) > 1)
    return `"${exported.id.name}" is used in this file too`;
  const isSpecifier = script.program.body.some(
    (node) => node.type === 'ExportNamedDeclaration' && node.specifiers.some(({ local }) => local === exported),
  );
  return isSpecifier ? 'the file exports it by a list of names' : undefined;
}

/** A call of the wrapper anywhere at the top level: as itself, or of what it has made (`make()(config)`). */
function findCall(script: Script, { imports }: WrapOperation): Node | undefined {
  let found: Node | undefined;
  walk(script.program, (node) => {
    if (node.type === 'ImportDeclaration') return false;
    if (!found && node.type === 'CallExpression' && findUse(script, node.callee, imports)) found = node;
    return !found;
  });
  return found;
}

/** The call that stands around the exported value, other wrappers around it passed over. */
function findWrapper(script: Script, operation: WrapOperation): NodeOf<'CallExpression'> | undefined {
  const exported = exportedValue(script);
  let node: Node | undefined = isBlocked(exported) ? undefined : bare(exported);
  while (node?.type === 'CallExpression') {
    const { callee } = node;
    const isOwn =
      usesImport(script, callee, operation.imports) ||
      (callee.type === 'CallExpression' && usesImport(script, callee, operation.imports));
    if (isOwn) return node;
    const [first]: (Node | undefined)[] = node.arguments;
    node = first && bare(first);
  }
  return undefined;
}
