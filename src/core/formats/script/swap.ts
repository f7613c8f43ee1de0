import { edited, refused } from '../format.ts';
import { namesIn, originOf, usesOf } from './bindings.ts';
import { isBlocked, type Blocked } from './blocked.ts';
import { callsExport } from './config-root.ts';
import { fitExpression } from './fragment.ts';
import { shownIn } from './layers.ts';
import { planImport, planImports, removeImport } from './imports.ts';
import type { ImportSpec } from './import-spec.ts';
import type { ScriptEditor, SwapOperation } from './operations.ts';
import { isCode } from './same-code.ts';
import { parseScript, walk, type Node, type Script } from './syntax.ts';
import { cutWithImports, findUse, usesImport } from './uses.ts';

/** Another component in the place of the one that an app shows; the import of the old one goes where nothing else uses it. */
export const swaps: ScriptEditor<SwapOperation> = {
  edit(script, operation, style, around) {
    const { text } = script;
    const present = findPresent(script, operation);
    if (present) return { kind: 'already', at: present.start };
    const shown = findShown(script, operation);
    if (isBlocked(shown)) return refused(text, shown.at, shown.blocked, swaps.handwork(script, operation, style));
    const wasImport = importOf(script, shown.name, operation.was);
    if (!wasImport) {
      const reason = `"${operation.was.local}" is not imported here by itself`;
      return refused(text, shown.node.start, reason, swaps.handwork(script, operation, style));
    }
    const taken = namesIn(script);
    const plan = planImports(script, operation.imports, taken, style);
    const inserted = fitExpression(operation.code, plan.locals, style);
    const splices = [
      ...plan.splices,
      { at: shown.node.start, removed: text.slice(shown.node.start, shown.node.end), inserted },
    ];
    const without = edited(text, splices);
    const rest = parseScript(without.text, around.file);
    const unused = 'fault' in rest || usesOf(rest, shown.name) > 0 ? [] : removeImport(rest, wasImport);
    if (unused.length === 0) return without;
    return edited(text, [{ at: 0, removed: text, inserted: edited(without.text, unused).text }]);
  },
  remove(script, operation, around) {
    const { text } = script;
    const present = findPresent(script, operation);
    if (!present) return cutWithImports(script, [], operation.imports, around);
    const back = planImport(script, operation.was.import, namesIn(script), around.style);
    const { local, element } = operation.was;
    const name = back.locals.get(local) ?? local;
    const inserted = element === undefined ? name : element.replaceAll(local, name);
    const removed = text.slice(present.start, present.end);
    const outcome = edited(text, [...back.splices, { at: present.start, removed, inserted }]);
    const rest = parseScript(outcome.text, around.file);
    if ('fault' in rest) return outcome;
    const clean = cutWithImports(rest, [], operation.imports, around);
    return clean.kind === 'edited' ? edited(text, [{ at: 0, removed: text, inserted: clean.text }]) : outcome;
  },
  handwork(_, { code, was }, style) {
    return `put this in the place of ${was.element ?? was.local}:\n  ${fitExpression(code, new Map(), style)}`;
  },
};

/** What stands for the new component already. */
function findPresent(script: Script, { imports, argument }: SwapOperation): Node | undefined {
  let found: Node | undefined;
  walk(script.program, (node) => {
    if (found || node.type === 'ImportDeclaration') return false;
    if (argument && callsExport(script, node, argument) && node.type === 'CallExpression') {
      const [first] = node.arguments;
      const shown = shownIn(script, node.arguments, argument);
      if (shown ? usesImport(script, shown.component, imports) : first && findUse(script, first, imports))
        found = shown?.component ?? first;
    }
    if (!argument && node.type === 'JSXElement' && findUse(script, node.openingElement.name, imports)) found = node;
    return !found;
  });
  return found;
}

interface Span {
  start: number;
  end: number;
}

function findShown(script: Script, { argument, was }: SwapOperation): { node: Span; name: string } | Blocked {
  const found: { node: Span; name: string }[] = [];
  walk(script.program, (node) => {
    if (argument && node.type === 'CallExpression' && callsExport(script, node, argument)) {
      const shown = shownIn(script, node.arguments, argument);
      if (shown) found.push({ node: shown, name: shown.component.name });
    }
    if (!argument && was.element !== undefined && node.type === 'JSXElement' && isCode(node, was.element, 'a.tsx'))
      found.push({ node, name: was.local });
  });
  const [only, other] = found;
  if (other) return { blocked: 'it is shown more than once', at: other.node.start };
  return only ?? { blocked: `nothing here shows ${was.element ?? was.local} alone`, at: 0 };
}

/** The import by which a name came, where it stands for the component that was shown. */
function importOf(script: Script, local: string, was: SwapOperation['was']): ImportSpec | undefined {
  const origin = originOf(script, { type: 'Identifier', name: local } as Node);
  return origin && origin.from === was.import.from ? was.import : undefined;
}
