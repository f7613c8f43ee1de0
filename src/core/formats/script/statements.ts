import { DEFAULT_STYLE, type CodeStyle } from '../../text/code-style.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused } from '../format.ts';
import { namesIn } from './bindings.ts';
import { isBlocked, type Blocked } from './blocked.ts';
import { fitStatements } from './fragment.ts';
import { planImports } from './imports.ts';
import { findInstance, isNamed, methodCalls } from './instance.ts';
import { statementBefore, statementBehind, statementCut } from './layout.ts';
import type { Anchor, ScriptEditor, StatementOperation } from './operations.ts';
import { parseStatements, sameCode } from './same-code.ts';
import { walk, type Node, type Script } from './syntax.ts';
import { cutWithImports } from './uses.ts';

export const statements: ScriptEditor<StatementOperation> = {
  edit(script, operation, style, around) {
    const { text } = script;
    const handwork = (): string => statements.handwork(script, operation, style);
    const place = findAnchor(script, operation.anchor);
    if (isBlocked(place)) return refused(text, place.at, place.blocked, handwork());
    const plan = planImports(script, operation.imports ?? [], namesIn(script), style);
    const names = new Map([...plan.locals, ...place.names]);
    const code = fitStatements(operation.code, names, style);
    const present = findStatement(script, code, around.file);
    if (present) return { kind: 'already', at: present.start };
    return edited(text, [...plan.splices, ...place.insert(code, operation.side, style)]);
  },
  remove(script, operation, around) {
    const place = findAnchor(script, operation.anchor);
    const names = isBlocked(place) ? new Map<string, string>() : place.names;
    const locals = planImports(script, operation.imports ?? [], namesIn(script), REMOVAL_STYLE).locals;
    const code = fitStatements(operation.code, new Map([...locals, ...names]), REMOVAL_STYLE);
    const present = findStatement(script, code, around.file);
    const cuts = present ? [statementCut(script.text, present, true)] : [];
    return cutWithImports(script, cuts, operation.imports ?? [], around);
  },
  handwork(_, { code, side, anchor }, style) {
    return `put this ${side === 'before' ? 'before' : 'behind'} ${describe(anchor)}:\n  ${fitStatements(code, new Map(), style).replaceAll('\n', '\n  ')}`;
  },
};

// Only names matter where a statement is looked for.
const REMOVAL_STYLE: CodeStyle = DEFAULT_STYLE;

interface StatementPlace {
  /** What the code's own names are called here. */
  names: Map<string, string>;
  insert(code: string, side: 'before' | 'after', style: CodeStyle): Splice[];
}

function findAnchor(script: Script, anchor: Anchor): StatementPlace | Blocked {
  if (anchor === 'end' || anchor === 'imports') return { names: new Map(), insert: atTopLevel(script, anchor) };
  const wanted = 'makes' in anchor ? anchor.makes : anchor.on;
  const instance = findInstance(script, wanted);
  if (isBlocked(instance)) return instance;
  const names = new Map([[wanted.as, instance.local]]);
  const place = (node: Node): StatementPlace => ({
    names,
    insert: (code, side, style) => [(side === 'before' ? statementBefore : statementBehind)(script, node, code, style)],
  });
  if ('makes' in anchor) return place(instance.statement);
  for (const statement of instance.block) {
    const call = methodCalls(statement, isNamed(instance.local)).find(({ method }) => method === anchor.calls);
    if (call) return place(statement);
  }
  return { blocked: `nothing calls "${instance.local}.${anchor.calls}"`, at: instance.statement.start };
}

function atTopLevel(script: Script, anchor: 'end' | 'imports'): StatementPlace['insert'] {
  return (code, _, style) => {
    const { body } = script.program;
    const imports = body.filter((node) => node.type === 'ImportDeclaration').at(-1);
    const node = anchor === 'end' ? body.at(-1) : imports;
    if (node) return [statementBehind(script, node, code, style, true)];
    const [first] = body.filter((one) => !('directive' in one && one.directive));
    if (first) return [statementBefore(script, first, code, style, true)];
    const end = script.text.trimEnd().length;
    return [
      {
        at: end,
        removed: '',
        inserted: (end === 0 ? '' : style.eol) + code + (end === script.text.length ? style.eol : ''),
      },
    ];
  };
}

/** A statement that says the same as the code, wherever it stands. */
export function findStatement(script: Script, code: string, file: string): Node | undefined {
  const [wanted, ...more] = parseStatements(code, file);
  if (!wanted) return undefined;
  let found: Node | undefined;
  walk(script.program, (node) => {
    if (found || (node.type !== 'Program' && node.type !== 'BlockStatement')) return !found;
    const index = node.body.findIndex((one) => sameCode(one, wanted));
    const rest = node.body.slice(index + 1);
    if (index !== -1 && more.every((one, nth) => rest[nth] && sameCode(rest[nth], one))) {
      const last = more.length === 0 ? node.body[index] : rest[more.length - 1];
      found = { ...node.body[index], end: last?.end ?? 0 } as Node;
    }
    return !found;
  });
  return found;
}

function describe(anchor: Anchor): string {
  if (anchor === 'imports') return 'the imports';
  if (anchor === 'end') return 'everything else';
  if ('makes' in anchor) return `what makes "${anchor.makes.as}"`;
  return `${anchor.on.as}.${anchor.calls}(…)`;
}
