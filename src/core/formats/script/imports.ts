import type { CodeStyle } from '../../text/code-style.ts';
import { lineEnd, lineStart } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { afterLineComment, insertMember, removeMember, type Container } from '../members.ts';
import { originOf, originsOf, requiredModule, usesOf } from './bindings.ts';
import type { Node, NodeOf, Script } from './syntax.ts';

/** What a module takes from another one. With neither `default` nor `named` it is imported for its effect. */
export interface ImportSpec {
  from: string;
  /** Local name of the default export. */
  default?: string | undefined;
  /** Local name of one named export, by the export's name. */
  named?: Record<string, string> | undefined;
  /** Set where the module is an ES module only: `require` then gives a namespace, not the default export. */
  esm?: boolean | undefined;
}

export interface ImportPlan {
  /** What the import is called in the file, by the name that was asked for. */
  locals: Map<string, string>;
  splices: Splice[];
}

/** What has to be put in so that the script has the import; names that are taken are given another one. */
export function planImport(script: Script, spec: ImportSpec, taken: Set<string>, style: CodeStyle): ImportPlan {
  const locals = new Map<string, string>();
  const missing: { name: string; local: string }[] = [];
  for (const [name, wanted] of wantedNames(spec)) {
    const present = localNameOf(script, spec.from, name);
    const local = present ?? freeName(wanted, taken);
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
  return { locals, splices: [placeStatement(script, statement, style)] };
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
    return node?.type === 'ImportDeclaration' && node.specifiers.length > 0
      ? []
      : node
        ? [statementCut(script.text, node)]
        : [];
  }
  const unused = names.flatMap(([name]) => {
    const local = localNameOf(script, spec.from, name);
    return local !== undefined && usesOf(script, local) === 0 ? [local] : [];
  });
  for (const node of script.program.body) {
    if (node.type === 'ImportDeclaration' && node.source.value === spec.from) {
      const going = node.specifiers.filter((one) => unused.includes(one.local.name));
      if (going.length === 0) continue;
      if (going.length === node.specifiers.length) return [statementCut(script.text, node)];
      return going[0] && namedContainer(script.text, node) ? removeSpecifier(script.text, node, going[0]) : [];
    }
    if (node.type === 'VariableDeclaration' && node.declarations.length === 1) {
      const { id, init } = node.declarations[0] as NodeOf<'VariableDeclarator'>;
      const origin = init ? originOf(script, init) : undefined;
      if (id.type === 'Identifier' && origin?.from === spec.from && unused.includes(id.name))
        return [statementCut(script.text, node)];
    }
  }
  return [];
}

/** The statement that the developer would write by hand. */
export function importText(script: Script | undefined, spec: ImportSpec, style: CodeStyle): string {
  const missing = wantedNames(spec).map(([name, local]) => ({ name, local }));
  return renderImport(script, spec, missing, style);
}

function wantedNames(spec: ImportSpec): [string, string][] {
  const named = Object.entries(spec.named ?? {});
  return spec.default === undefined ? named : [['default', spec.default], ...named];
}

function localNameOf(script: Script, from: string, name: string): string | undefined {
  const types = typeOnlyNames(script);
  for (const [local, origin] of originsOf(script)) {
    if (origin.from !== from || types.has(local)) continue;
    // A CommonJS module may be its own default export; `require` then gives all of it.
    if (origin.name === name || (origin.name === '*' && name === 'default' && script.moduleFormat === 'commonjs'))
      return local;
  }
  return undefined;
}

/** Names that are imported as types only: they are nothing when the script runs. */
function typeOnlyNames(script: Script): Set<string> {
  const names = new Set<string>();
  for (const node of script.program.body) {
    if (node.type !== 'ImportDeclaration') continue;
    for (const one of node.specifiers) {
      if (node.importKind === 'type' || (one.type === 'ImportSpecifier' && one.importKind === 'type'))
        names.add(one.local.name);
    }
  }
  return names;
}

function mergeIntoExisting(
  script: Script,
  spec: ImportSpec,
  missing: readonly { name: string; local: string }[],
  style: CodeStyle,
): Splice[] | undefined {
  const named = missing.filter(({ name }) => name !== 'default');
  if (named.length !== missing.length || named.length === 0) return undefined;
  for (const node of script.program.body) {
    if (node.type !== 'ImportDeclaration' || node.source.value !== spec.from || node.importKind === 'type') continue;
    const container = namedContainer(script.text, node);
    if (!container) continue;
    const text = named.map(({ name, local }) => (name === local ? name : `${name} as ${local}`)).join(', ');
    return insertMember(script.text, container, container.children.length, () => text, {
      ...style,
      trailingComma: false,
    });
  }
  return undefined;
}

function namedContainer(text: string, node: NodeOf<'ImportDeclaration'>): Container | undefined {
  const children = node.specifiers.filter((one) => one.type === 'ImportSpecifier');
  const [first] = children;
  const last = children.at(-1);
  if (!first || !last) return undefined;
  const open = text.lastIndexOf('{', first.start) + 1;
  return { open, close: text.indexOf('}', last.end), children, bracket: '{' };
}

function removeSpecifier(text: string, node: NodeOf<'ImportDeclaration'>, specifier: Node): Splice[] {
  const container = namedContainer(text, node);
  const index = container?.children.indexOf(specifier) ?? -1;
  return container && index !== -1 ? removeMember(text, container, index) : [];
}

function renderImport(
  script: Script | undefined,
  spec: ImportSpec,
  missing: readonly { name: string; local: string }[],
  style: CodeStyle,
): string {
  const quote = style.quotes === 'single' ? "'" : '"';
  const source = quote + spec.from + quote;
  const end = style.semicolons ? ';' : '';
  const whole = missing.find(({ name }) => name === 'default')?.local;
  const named = missing.filter(({ name }) => name !== 'default');
  if (script?.moduleFormat === 'commonjs') {
    const required = `require(${source})`;
    if (missing.length === 0) return required + end;
    const list = named.map(({ name, local }) => (name === local ? name : `${name}: ${local}`)).join(', ');
    if (whole === undefined) return `const { ${list} } = ${required}${end}`;
    const first = `const ${whole} = ${required}${spec.esm ? '.default' : ''}${end}`;
    return named.length === 0 ? first : `${first}${style.eol}const { ${list} } = ${required}${end}`;
  }
  const list = named.map(({ name, local }) => (name === local ? name : `${name} as ${local}`)).join(', ');
  const clause = [whole, named.length > 0 ? `{ ${list} }` : undefined].filter((part) => part !== undefined).join(', ');
  return clause === '' ? `import ${source}${end}` : `import ${clause} from ${source}${end}`;
}

/** Where a new import goes: behind the last one; else before the first statement, below header and directives. */
function placeStatement(script: Script, statement: string, style: CodeStyle): Splice {
  const { text } = script;
  const last = lastImport(script);
  if (last) {
    const at = afterLineComment(text, last.end);
    const rest = text.slice(at, lineEnd(text, at));
    if (rest.trim() !== '') return { at, removed: '', inserted: style.eol + closed(statement) + style.eol };
    return { at, removed: '', inserted: style.eol + guarded(statement, text, at) };
  }
  const first = script.program.body.find((node) => !('directive' in node && node.directive));
  if (!first) {
    const body = text.trimEnd();
    const lead = body === '' ? '' : style.eol;
    return {
      at: body.length,
      removed: '',
      inserted: lead + statement + (text.length === body.length ? style.eol : ''),
    };
  }
  const at = aboveComments(script, first.start);
  const ownLine = text.slice(lineStart(text, at), at).trim() === '' || at <= 1;
  if (!ownLine) return { at, removed: '', inserted: `${closed(statement)} ` };
  return { at, removed: '', inserted: guarded(statement, text, at) + style.eol + style.eol };
}

function lastImport(script: Script): Node | undefined {
  const { body } = script.program;
  if (script.moduleFormat === 'esm') {
    const last = body.findLast((node) => node.type === 'ImportDeclaration');
    if (last) return last;
  }
  const isRequire = (node: Node): boolean =>
    (node.type === 'VariableDeclaration' &&
      node.declarations.every(({ init }) => init && originOf(script, init) !== undefined)) ||
    (node.type === 'ExpressionStatement' && requiredModule(node.expression) !== undefined);
  const start = body.findIndex(isRequire);
  if (start === -1 || script.moduleFormat === 'esm') return undefined;
  const run = body.slice(start);
  const stop = run.findIndex((node) => !isRequire(node));
  return run[(stop === -1 ? run.length : stop) - 1];
}

/** Above the comments that belong to the statement at `start`, but below a header: licence, pragma, or one that stands apart. */
function aboveComments(script: Script, start: number): number {
  const { text } = script;
  let at = start;
  for (const comment of script.comments.filter((one) => one.end <= start).toReversed()) {
    const between = text.slice(comment.end, at);
    const apart = (between.match(/\n/g) ?? []).length > 1;
    const sameLineCode = text.slice(lineStart(text, comment.start), comment.start).trim() !== '';
    if (between.trim() !== '' || apart || sameLineCode || isHeader(comment.value)) break;
    at = comment.start;
  }
  return at;
}

function isHeader(comment: string): boolean {
  return /^!|@license|licen[cs]e|copyright|SPDX-|@ts-(no)?check|eslint-|@jsx|@flow|prettier-ignore|global |^\/\s*<reference/i.test(
    comment,
  );
}

/** A statement that nothing on the next line can run into (ECMA-262, section 12.10: automatic semicolon insertion). */
function guarded(statement: string, text: string, at: number): string {
  const next = /^\s*(\S)/.exec(text.slice(at))?.[1] ?? '';
  return !statement.startsWith('import') && '([`+-/*.'.includes(next || ' ') ? closed(statement) : statement;
}

function closed(statement: string): string {
  return statement.endsWith(';') ? statement : `${statement};`;
}

function freeName(wanted: string, taken: ReadonlySet<string>): string {
  if (!taken.has(wanted)) return wanted;
  for (let count = 1; ; count += 1) {
    const name = count === 1 ? `${wanted}Plugin` : `${wanted}${count}`;
    if (!taken.has(name)) return name;
  }
}

/** Cuts a statement with its line, where it has one of its own. */
function statementCut(text: string, node: Node): Splice {
  const start = lineStart(text, node.start);
  const lineBreak = /^[ \t]*(\r?\n|$)/.exec(text.slice(node.end));
  const alone = text.slice(start, node.start).trim() === '' && lineBreak !== null;
  const from = alone ? start : node.start;
  const to = alone ? node.end + lineBreak[0].length : node.end;
  return { at: from, removed: text.slice(from, to), inserted: '' };
}
