import type { CodeStyle } from '../../text/code-style.ts';
import { originsOf } from './bindings.ts';
import type { Script } from './syntax.ts';

/** What a module takes from another one. With none of the names it is imported for its effect. */
export interface ImportSpec {
  from: string;
  /** Local name of the default export. */
  default?: string | undefined;
  /** Local name of one named export, by the export's name. */
  named?: Record<string, string> | undefined;
  /** Local name of the whole module. */
  namespace?: string | undefined;
  /** Only types are taken: nothing is left of the import when the script runs. A plain script gets none. */
  typeOnly?: boolean | undefined;
  /** It stands before all other imports: what they load needs it. */
  first?: boolean | undefined;
  /** Set where the module is an ES module only: `require` then gives a namespace, not the default export. */
  esm?: boolean | undefined;
}

export interface WantedName {
  /** The export's name; `default`, or `*` for the whole module. */
  name: string;
  local: string;
}

/** The names that an import brings, the default one first. */
export function wantedNames(spec: ImportSpec): WantedName[] {
  return [
    ...(spec.default === undefined ? [] : [{ name: 'default', local: spec.default }]),
    ...(spec.namespace === undefined ? [] : [{ name: '*', local: spec.namespace }]),
    ...Object.entries(spec.named ?? {}).map(([name, local]) => ({ name, local })),
  ];
}

/** The name that an export of a module has in the script, if it is imported; a type-only import serves types only. */
export function localNameOf(script: Script, spec: ImportSpec, name: string): string | undefined {
  const types = spec.typeOnly ? new Set<string>() : typeOnlyNames(script);
  for (const [local, origin] of originsOf(script)) {
    if (origin.from !== spec.from || types.has(local)) continue;
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

/** How most of a script's top-level variables are declared: `var` in scripts that have been there for long. */
function declaringWord({ program }: Script): 'const' | 'var' {
  const kinds = program.body.flatMap((node) => (node.type === 'VariableDeclaration' ? node.kind : []));
  return kinds.filter((kind) => kind === 'var').length * 2 > kinds.length ? 'var' : 'const';
}

/** The statement that the developer would write by hand. */
export function importText(script: Script | undefined, spec: ImportSpec, style: CodeStyle): string {
  return renderImport(script, spec, wantedNames(spec), style);
}

/** A statement that imports some names of a module, as `require` in a CommonJS file. */
export function renderImport(
  script: Script | undefined,
  spec: ImportSpec,
  missing: readonly WantedName[],
  style: CodeStyle,
): string {
  const quote = style.quotes === 'single' ? "'" : '"';
  const source = quote + spec.from + quote;
  const end = style.semicolons ? ';' : '';
  const whole = missing.find(({ name }) => name === 'default')?.local;
  const space = missing.find(({ name }) => name === '*')?.local;
  const named = missing.filter(({ name }) => name !== 'default' && name !== '*');
  if (script?.moduleFormat === 'commonjs' && !spec.typeOnly) {
    const required = `require(${source})`;
    if (missing.length === 0) return required + end;
    if (script.program.body.some(({ type }) => type === 'TSExportAssignment') && named.length === 0)
      // The form that keeps the module's types (TypeScript Handbook, "export = and import = require()").
      return missing.map(({ local }) => `import ${local} = ${required}${end}`).join(style.eol);
    const list = named.map(({ name, local }) => (name === local ? name : `${name}: ${local}`)).join(', ');
    const word = declaringWord(script);
    const statements = [
      ...(space === undefined ? [] : [`${word} ${space} = ${required}${end}`]),
      ...(whole === undefined ? [] : [`${word} ${whole} = ${required}${spec.esm ? '.default' : ''}${end}`]),
      ...(named.length === 0 ? [] : [`${word} { ${list} } = ${required}${end}`]),
    ];
    return statements.join(style.eol);
  }
  const list = named.map(specifierText).join(', ');
  const word = spec.typeOnly ? 'import type' : 'import';
  const clause = [whole, space && `* as ${space}`, named.length > 0 ? `{ ${list} }` : undefined].filter(Boolean);
  if (clause.length === 0) return `${word} ${source}${end}`;
  // A namespace and single names cannot stand in one clause (ECMA-262, section 16.2.2).
  if (space !== undefined && named.length > 0)
    return [
      `${word} ${clause.slice(0, -1).join(', ')} from ${source}${end}`,
      `${word} { ${list} } from ${source}${end}`,
    ].join(style.eol);
  return `${word} ${clause.join(', ')} from ${source}${end}`;
}

export function specifierText({ name, local }: WantedName): string {
  return name === local ? name : `${name} as ${local}`;
}
