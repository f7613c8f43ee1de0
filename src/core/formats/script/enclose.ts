import { edited, refused } from '../format.ts';
import { namesIn } from './bindings.ts';
import { blocked, isBlocked, type Blocked } from './blocked.ts';
import { callsExport } from './config-root.ts';
import { fitExpression } from './fragment.ts';
import { planImports } from './imports.ts';
import { layersOf, makerOf, slotOf } from './layers.ts';
import type { EncloseOperation, ScriptEditor } from './operations.ts';
import { bare, walk, type Node, type NodeOf, type Script } from './syntax.ts';
import { cutWithImports, usesImport } from './uses.ts';

// Stands for what the new layer is around, while the names of the layer are looked up.
const INNER = 'ligamentInner';

/** A component around the one that an app is given; several lie around one another, the newest outside. */
export const enclosures: ScriptEditor<EncloseOperation> = {
  edit(script, operation, style) {
    const { text } = script;
    const present = findLayer(script, operation);
    if (present) return { kind: 'already', at: present.start };
    const given = findGiven(script, operation);
    if (isBlocked(given)) return refused(text, given.at, given.blocked, enclosures.handwork(script, operation, style));
    const plan = planImports(script, operation.imports, namesIn(script), style);
    const fitted = (code: string): string => fitExpression(code, plan.locals, style);
    const outermost = layersOf(script, given, operation.argument)?.calls[0];
    const within = outermost ?? given;
    const was = text.slice(within.start, within.end);
    const inner = outermost ? was : fitted(`h(${INNER})`).replace(INNER, () => was);
    const layer = fitted(layerOf(operation)).replace(INNER, () => inner);
    const inserted = outermost ? layer : `{ render: () => ${layer} }`;
    return edited(text, [...plan.splices, { at: within.start, removed: was, inserted }]);
  },
  remove(script, operation, around) {
    const { text } = script;
    const layer = findLayer(script, operation);
    if (!layer) return cutWithImports(script, [], operation.imports, around);
    const inner = slotOf(layer);
    if (!inner) {
      const handwork = `Take ${operation.component} out by hand.`;
      return refused(text, layer.start, 'what the component is around is not a function without parameters', handwork);
    }
    const given = findGiven(script, operation);
    const layers = isBlocked(given) ? undefined : layersOf(script, given, operation.argument);
    // The last one goes with all that was there for it.
    const isLast = layers?.calls.length === 2 && layers.calls[0].start === layer.start;
    const shown = isLast ? (layers.calls.at(-1)?.arguments ?? []) : [];
    const [component] = shown;
    const all = component && { start: component.start, end: shown.at(-1)?.end ?? component.end };
    const [whole, kept] = isLast && all ? [layers.object, all] : [layer, inner];
    const removed = text.slice(whole.start, whole.end);
    const cut = { at: whole.start, removed, inserted: text.slice(kept.start, kept.end) };
    return cutWithImports(script, [cut], operation.imports, around);
  },
  handwork(_, operation, style) {
    const layer = fitExpression(layerOf(operation), new Map(), style).replace(INNER, 'h(…)');
    return `put the component around the one that ${operation.argument.name} is given:\n  ${operation.argument.name}({ render: () => ${layer} })`;
  },
};

function layerOf({ component, properties }: EncloseOperation): string {
  return `h(${component}, ${properties === undefined ? '' : `${properties}, `}() => ${INNER})`;
}

/** The call that has put the component around another one. */
function findLayer(script: Script, { argument, imports }: EncloseOperation): NodeOf<'CallExpression'> | undefined {
  const own = imports.filter(({ from }) => from !== argument.from);
  let found: NodeOf<'CallExpression'> | undefined;
  walk(script.program, (node) => {
    if (found || node.type === 'ImportDeclaration') return false;
    if (node.type !== 'CallExpression' || !callsExport(script, node, makerOf(argument))) return true;
    const [component] = node.arguments;
    if (component && usesImport(script, component, own)) found = node;
    return !found;
  });
  return found;
}

/** What the one app is given, if that is a component by its name or has layers around it. */
function findGiven(script: Script, { argument }: EncloseOperation): Node | Blocked {
  const found: NodeOf<'CallExpression'>[] = [];
  walk(script.program, (node) => {
    if (node.type === 'CallExpression' && callsExport(script, node, argument)) found.push(node);
  });
  const [only, other] = found;
  if (!only) return { blocked: `nothing here calls ${argument.name}`, at: 0 };
  if (other) return blocked(`${argument.name} is called more than once`, other);
  const [first, properties, more] = only.arguments;
  if (!first || more) return blocked(`${argument.name} is not given one component alone`, only);
  const given = bare(first);
  // With what it is given: that goes to the component, whatever is around it.
  if (given.type === 'Identifier') return properties ? { ...given, end: properties.end } : given;
  const isKnown = !properties && layersOf(script, given, argument) !== undefined;
  return isKnown ? given : blocked('the component is written where the app is made', given);
}
