import { DEFAULT_STYLE, type CodeStyle } from '../../text/code-style.ts';
import type { ImportSpec } from './import-spec.ts';
import type { Script } from './syntax.ts';

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

/** How most of a script's top-level variables are declared: `var` in scripts that have been there for long. */
function declaringWord({ program }: Script): 'const' | 'var' {
  const kinds = program.body.flatMap((node) => (node.type === 'VariableDeclaration' ? node.kind : []));
  return kinds.filter((kind) => kind === 'var').length * 2 > kinds.length ? 'var' : 'const';
}

/** The statement as the developer would write it: for a script, or by itself as in an ES module. */
export function importText(script: Script | undefined, spec: ImportSpec, style: CodeStyle = DEFAULT_STYLE): string {
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
