import type { CodeStyle } from '../../text/code-style.ts';
import { applySplices, type Splice } from '../../text/splices.ts';
import { insertMember, removeMember, type Container } from '../members.ts';
import { originOf, originsOf, requiredModule, usesOf, type TakenNames } from './bindings.ts';
import { placeImport } from './import-place.ts';
import { localNameOf, type ImportSpec } from './import-spec.ts';
import { renderImport, specifierText, wantedNames, type WantedName } from './import-text.ts';
import { statementCut } from './layout.ts';
import { parseScript, type Node, type NodeOf, type Script } from './syntax.ts';

export interface ImportPlan {
  /** What the import is called in the file, by the name that was asked for. */
  locals: Map<string, string>;
  splices: Splice[];
}

/** What has to be put in so that the script has all the imports; names that are taken are given another one. */
export function planImports(
  script: Script,
  specs: readonly ImportSpec[],
  taken: TakenNames,
  style: CodeStyle,
): ImportPlan {
  const locals = new Map<string, string>();
  const splices: Splice[] = [];
  for (const spec of specs) {
    const plan = planImport(script, spec, taken, style);
    plan.locals.forEach((local, wanted) => locals.set(wanted, local));
    splices.push(...plan.splices);
  }
  return { locals, splices: joined(splices) };
}

/** What has to be put in so that the script has the import. */
export function planImport(script: Script, spec: ImportSpec, taken: TakenNames, style: CodeStyle): ImportPlan {
  const locals = new Map<string, string>();
  const missing: WantedName[] = [];
  for (const { name, local: wanted } of wantedNames(spec)) {
    const present = localNameOf(script, spec, name);
    const local = present ?? freeName(wanted, spec.from, taken);
    locals.set(wanted, local);
    taken.add(local);
    if (present === undefined) missing.push({ name, local });
  }
  const effectOnly = locals.size === 0;
  if (effectOnly ? importsEffect(script, spec.from) !== undefined : missing.length === 0)
    return { locals, splices: [] };
  const merged = effectOnly ? undefined : mergeIntoExisting(script, spec, missing, style);
  if (merged) return { locals, splices: merged };
  const statement = renderImport(script, spec, missing, style);
  return { locals, splices: [placeImport(script, spec, effectOnly, statement, style)] };
}

/** The node of an import of `from` for its effect (any import of it has that), if the script has one. */
export function importsEffect(script: Script, from: string): Node | undefined {
  return script.program.body.find(
    (node) =>
      (node.type === 'ImportDeclaration' && node.importKind !== 'type' && node.source.value === from) ||
      (node.type === 'ExpressionStatement' && requiredModule(node.expression) === from),
  );
}

/** Takes out what the script imports by `spec`, as far as nothing in the script uses it any more. */
export function removeImport(script: Script, spec: ImportSpec): Splice[] {
  const names = wantedNames(spec);
  if (names.length === 0) {
    const node = importsEffect(script, spec.from);
    const forMore = node?.type === 'ImportDeclaration' && node.specifiers.length > 0;
    return node && !forMore ? [statementCut(script.text, node, true)] : [];
  }
  const unused = names.flatMap(({ name }) => {
    const local = localNameOf(script, spec, name);
    return local !== undefined && usesOf(script, local) === 0 ? [local] : [];
  });
  if (unused.length === 0) return [];
  return script.program.body.flatMap((node) => {
    if (node.type === 'ImportDeclaration' && node.source.value === spec.from)
      return removeSpecifiers(script.text, node, unused);
    if (node.type === 'TSImportEqualsDeclaration' && unused.includes(node.id.name))
      return originsOf(script).get(node.id.name)?.from === spec.from ? [statementCut(script.text, node, true)] : [];
    return node.type === 'VariableDeclaration' ? removeRequired(script, node, spec.from, unused) : [];
  });
}

/** Takes several imports out; one statement may serve more than one of them. */
export function removeImports(script: Script, specs: readonly ImportSpec[]): Splice[] {
  const splices = specs.flatMap((spec) => removeImport(script, spec));
  return splices.filter((one, index) => splices.findIndex((other) => other.at === one.at) === index);
}

function removeSpecifiers(text: string, node: NodeOf<'ImportDeclaration'>, unused: readonly string[]): Splice[] {
  const going = node.specifiers.filter((one) => unused.includes(one.local.name));
  if (going.length === 0) return [];
  if (going.length === node.specifiers.length) return [statementCut(text, node, true)];
  const before = text.slice(node.start, node.end);
  let after = before;
  for (const { local } of going) after = withoutSpecifier(after, local.name);
  return after === before ? [] : [{ at: node.start, removed: before, inserted: after }];
}

/** One import statement without one of its names. */
function withoutSpecifier(statement: string, local: string): string {
  const parsed = parseScript(statement, 'statement.ts');
  const [node] = 'fault' in parsed ? [] : parsed.program.body;
  if (node?.type !== 'ImportDeclaration') return statement;
  const container = namedContainer(statement, node);
  const specifier = node.specifiers.find((one) => one.local.name === local);
  if (!specifier) return statement;
  if (specifier.type !== 'ImportSpecifier') {
    const next = node.specifiers[1];
    if (!next) return statement;
    const to = next.type === 'ImportSpecifier' ? statement.indexOf('{', specifier.end) : next.start;
    return statement.slice(0, specifier.start) + statement.slice(to);
  }
  if (!container) return statement;
  if (container.children.length > 1)
    return applySplices(statement, removeMember(statement, container, container.children.indexOf(specifier)));
  const previous = node.specifiers.at(-2);
  return previous ? statement.slice(0, previous.end) + statement.slice(container.close + 1) : statement;
}

function removeRequired(
  script: Script,
  node: NodeOf<'VariableDeclaration'>,
  from: string,
  unused: readonly string[],
): Splice[] {
  const [only, ...more] = node.declarations;
  if (!only || more.length > 0 || !only.init || originOf(script, only.init)?.from !== from) return [];
  const { id } = only;
  if (id.type === 'Identifier') return unused.includes(id.name) ? [statementCut(script.text, node, true)] : [];
  if (id.type !== 'ObjectPattern') return [];
  const isGoing = (one: Node): boolean =>
    one.type === 'Property' && one.value.type === 'Identifier' && unused.includes(one.value.name);
  if (id.properties.every(isGoing)) return [statementCut(script.text, node, true)];
  const index = id.properties.findIndex(isGoing);
  return index === -1 ? [] : removeMember(script.text, patternContainer(id), index);
}

function mergeIntoExisting(
  script: Script,
  spec: ImportSpec,
  missing: readonly WantedName[],
  style: CodeStyle,
): Splice[] | undefined {
  for (const node of script.program.body) {
    const splices =
      node.type === 'ImportDeclaration' && node.source.value === spec.from
        ? mergeIntoImport(script.text, node, spec, missing, style)
        : node.type === 'VariableDeclaration' && !spec.typeOnly
          ? mergeIntoRequire(script.text, node, spec, missing, style)
          : undefined;
    if (splices) return splices;
  }
  return undefined;
}

function mergeIntoImport(
  text: string,
  node: NodeOf<'ImportDeclaration'>,
  spec: ImportSpec,
  missing: readonly WantedName[],
  style: CodeStyle,
): Splice[] | undefined {
  if ((node.importKind === 'type') !== (spec.typeOnly === true) || node.specifiers.length === 0) return undefined;
  const named = missing.filter(({ name }) => name !== 'default' && name !== '*');
  const [first] = node.specifiers;
  const container = namedContainer(text, node);
  const whole = missing.find(({ name }) => name === 'default');
  // A type-only clause has either a default or names; a namespace never stands beside names.
  if (missing.some(({ name }) => name === '*') || !first) return undefined;
  if (whole && (first.type === 'ImportDefaultSpecifier' || spec.typeOnly)) return undefined;
  if (
    named.length > 0 &&
    !container &&
    (first.type !== 'ImportDefaultSpecifier' || node.specifiers.length > 1 || spec.typeOnly)
  )
    return undefined;
  const splices: Splice[] = [];
  if (whole) {
    const at = container ? container.open - 1 : first.start;
    splices.push({ at, removed: '', inserted: `${whole.local}, ` });
  }
  if (named.length > 0)
    splices.push(
      ...(container
        ? addSpecifiers(text, container, named.map(specifierText), style)
        : [{ at: first.end, removed: '', inserted: `, { ${named.map(specifierText).join(', ')} }` }]),
    );
  return splices;
}

function mergeIntoRequire(
  text: string,
  node: NodeOf<'VariableDeclaration'>,
  spec: ImportSpec,
  missing: readonly WantedName[],
  style: CodeStyle,
): Splice[] | undefined {
  const [only, ...more] = node.declarations;
  if (!only?.init || more.length > 0 || only.id.type !== 'ObjectPattern') return undefined;
  if (requiredModule(only.init) !== spec.from || only.id.properties.length === 0) return undefined;
  if (missing.some(({ name }) => name === 'default' || name === '*')) return undefined;
  if (only.id.properties.some(({ type }) => type === 'RestElement')) return undefined;
  const names = missing.map(({ name, local }) => (name === local ? name : `${name}: ${local}`));
  return addSpecifiers(text, patternContainer(only.id), names, style);
}

/** Puts names into a list of names; one alone takes its place where the list is in order. */
function addSpecifiers(text: string, container: Container, names: readonly string[], style: CodeStyle): Splice[] {
  const present = container.children.map(({ start, end }) => text.slice(start, end));
  const inOrder = present.length > 1 && present.every((one, index) => index === 0 || (present[index - 1] ?? '') <= one);
  const [only = ''] = names;
  const place = inOrder && names.length === 1 ? present.findIndex((one) => one > only) : -1;
  const index = place === -1 ? container.children.length : place;
  return insertMember(text, container, index, () => names.join(', '), { ...style, trailingComma: false });
}

function namedContainer(text: string, node: NodeOf<'ImportDeclaration'>): Container | undefined {
  const children = node.specifiers.filter((one) => one.type === 'ImportSpecifier');
  const [first] = children;
  const last = children.at(-1);
  if (!first || !last) return undefined;
  const open = text.lastIndexOf('{', first.start) + 1;
  return { open, close: text.indexOf('}', last.end), children, bracket: '{' };
}

function patternContainer(pattern: NodeOf<'ObjectPattern'>): Container {
  return { open: pattern.start + 1, close: pattern.end - 1, children: pattern.properties, bracket: '{' };
}

/** Statements that go to the same place, as one splice each place. */
function joined(splices: readonly Splice[]): Splice[] {
  const result: Splice[] = [];
  for (const splice of splices) {
    const same = result.find((one) => one.at === splice.at && one.removed === '' && splice.removed === '');
    if (same) same.inserted = mergeInserted(same.inserted, splice.inserted);
    else result.push({ ...splice });
  }
  return result;
}

/** Before a first statement the last one alone keeps the blank line. */
function mergeInserted(first: string, second: string): string {
  const gap = /(\r?\n)\r?\n$/.exec(first);
  return gap && second.endsWith(gap[0]) ? first.slice(0, -gap[0].length) + (gap[1] ?? '') + second : first + second;
}

/** A name that nothing in the script has: the wanted one, else with the module's own name before it. */
function freeName(wanted: string, from: string, taken: Pick<TakenNames, 'has'>): string {
  if (!taken.has(wanted)) return wanted;
  const words = (from.split('/').at(-1) ?? '').split(/[^A-Za-z0-9]+/).filter((word) => /^[A-Za-z]/.test(word));
  const parts = [...words, wanted];
  const base = parts
    .map((word, index) => (index === 0 ? word.toLowerCase() : word.charAt(0).toUpperCase() + word.slice(1)))
    .join('');
  for (let count = 1; ; count += 1) {
    const name = count === 1 ? base : `${base}${count}`;
    if (!taken.has(name)) return name;
  }
}
