import { callsExport } from './config-root.ts';
import { isBlocked } from './blocked.ts';
import { shownIn } from './layers.ts';
import { lookUp } from './lookup.ts';
import { originOf } from './bindings.ts';
import { leavesOf, propertiesOf, type Leaf } from './shown-elements.ts';
import { freeNames } from './free-names.ts';
import { bare, calleeName, parseScript, walk, type Node, type Script } from './syntax.ts';
import { scopeOf } from './scope.ts';
import { positionAt } from '../../text/positions.ts';
import type { ExportName } from './values.ts';

/** The component that an app shows. */
export interface Shown {
  /** Its name where it is made, and what stands for it there, with all that it is given. */
  local?: string | undefined;
  code?: string | undefined;
  /** What it is given, as the code of an object, and the names that this uses; undefined where it is given nothing. */
  given?: { code: string; names: string[] } | undefined;
  line?: number | undefined;
  /** Why none is told although an app is made here. */
  reason?: string | undefined;
}

/** What the one call of an export is given as its first argument, or shows within layers that are around it. */
export function shownByCall(text: string, file: string, call: ExportName): Shown {
  const script = parseScript(text, file);
  if ('fault' in script) return {};
  const calls: Node[] = [];
  walk(script.program, (node) => {
    if (node.type === 'CallExpression' && callsExport(script, node, call)) calls.push(node);
  });
  const [only, other] = calls;
  if (only?.type !== 'CallExpression') return {};
  const line = lineOf(text, only);
  if (other) return { line, reason: `${call.name} is called more than once` };
  const shown = shownIn(script, only.arguments, call);
  if (!shown) return { line, reason: 'it shows something else than one component' };
  const code = text.slice(shown.start, shown.end);
  const given = shown.properties && givenBy(script, shown.properties);
  if (given && 'reason' in given) return { line, reason: given.reason };
  return { local: shown.component.name, code, line, given };
}

/** What is around or in place of elements may come from packages; what an app shows is of its own. */
type IsOwn = (from: string) => boolean;

// Where each of the functions that show elements has them (React, "createRoot", "hydrateRoot"; in older lines "render", "hydrate").
const SHOWING = new Map([
  ['render', 0],
  ['hydrate', 0],
  ['hydrateRoot', 1],
]);

/**
 * The one component of the app's own that is shown within elements, comments and calls around it; `by` is a function that shows what it is
 * given first, beside those of the framework.
 */
export function shownByElement(text: string, file: string, isOwn: IsOwn, by?: string): Shown {
  const script = parseScript(text, file);
  if ('fault' in script) return {};
  const calls: { node: Node; leaves: Leaf[] }[] = [];
  walk(script.program, (node) => {
    const argument = shownArgument(node, by);
    const leaves = argument && leavesOf(script, argument);
    if (leaves && leaves.length > 0) calls.push({ node, leaves });
  });
  const [only, other] = calls;
  if (!only) return {};
  const line = lineOf(text, only.node);
  if (other) return { line, reason: 'it shows elements in more than one place' };
  const own = only.leaves.filter(({ element }) => {
    const origin = originOf(script, { type: 'Identifier', name: element.name } as Node);
    return origin !== undefined && isOwn(origin.from);
  });
  const leaf = theOne(own);
  if (!leaf) return { line, reason: whyNone(own) };
  const properties = propertiesOf(text, leaf.element.node);
  if (properties === undefined) return { line, reason: `${leaf.element.name} is given what cannot be told` };
  const given = properties === '' ? undefined : freeOf(properties);
  if (given && 'reason' in given) return { line, reason: given.reason };
  const { start, end } = leaf.element.node;
  return { local: leaf.element.name, code: text.slice(start, end), line: lineOf(text, leaf.element.node), given };
}

/** Whether something of a name, as what a function was given, is shown by a call in a module. */
export function showsName(text: string, file: string, name: string): boolean {
  const script = parseScript(text, file);
  if ('fault' in script) return false;
  let found = false;
  walk(script.program, (node) => {
    const argument = shownArgument(node, undefined);
    if (argument)
      walk(argument, (inner) => {
        if (inner.type === 'Identifier' && inner.name === name) found = true;
      });
    return !found;
  });
  return found;
}

function shownArgument(node: Node, by: string | undefined): Node | undefined {
  if (node.type !== 'CallExpression') return undefined;
  const name = calleeName(node.callee) ?? '';
  return node.arguments[name === by ? 0 : (SHOWING.get(name) ?? -1)];
}

/** The only one, or the only one that is called what people call the first component of an app. */
function theOne(own: readonly Leaf[]): Leaf | undefined {
  if (own.length === 1) return own[0];
  const named = own.filter(({ element: { name } }) => /^(App|Root|Main|Application|.*App)$/.test(name));
  return named.length === 1 ? named[0] : undefined;
}

function whyNone(own: readonly Leaf[]): string {
  if (own.length === 0) return 'it shows no component of its own that is imported here';
  return `it shows several components (${own.map(({ element }) => element.name).join(', ')})`;
}

function givenBy(script: Script, properties: Node): Shown['given'] | { reason: string } {
  const object = bare(properties);
  const scope = scopeOf(script, object);
  const value = object.type === 'Identifier' ? lookUp(script, object, scope, '') : { node: object, scope };
  if (isBlocked(value) || bare(value.node).type !== 'ObjectExpression')
    return { reason: 'what the component is given is not written where the app is made' };
  return freeOf(script.text.slice(value.node.start, value.node.end));
}

function freeOf(code: string): Shown['given'] | { reason: string } {
  const names = freeNames(code);
  return names ? { code, names } : { reason: 'what the component is given cannot be read' };
}

function lineOf(text: string, { start }: Node): number {
  return positionAt(text, start).line;
}
