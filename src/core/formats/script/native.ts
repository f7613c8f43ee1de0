import { applySplices, type Splice } from '../../text/splices.ts';
import { stripTypes } from './strip-types.ts';
import { parseScript, walk, type Node, type NodeOf, type Script } from './syntax.ts';

/** How a host writes its modules. */
export interface ModuleStyle {
  language: 'ts' | 'js';
  modules: 'esm' | 'commonjs';
  /** What their names end in where the format is told by that alone. */
  ending?: 'mjs' | 'cjs' | undefined;
}

/**
 * A module that is written in TypeScript as an ES module, in the language and the module format of a host. A script that cannot
 * be parsed comes back as it is.
 */
export function toNative(text: string, manner: ModuleStyle): string {
  const { language, modules, ending } = manner;
  const own = language === 'js' ? stripTypes(text) : text;
  if (modules === 'esm' && ending === undefined) return own;
  const script = parseScript(own, language === 'js' ? 'text.js' : 'text.tsx');
  if ('fault' in script) return own;
  return language === 'js' && modules === 'commonjs'
    ? toCommonJs(script, ending)
    : applySplices(own, withEndings(script, ending));
}

/** Where names end in nothing special CommonJS finds modules without that, also before they are built. */
function withEndings({ text, program }: Script, ending: ModuleStyle['ending']): Splice[] {
  const splices: Splice[] = [];
  walk(program, (node) => {
    const source = sourceOf(node);
    if (source)
      splices.push({
        at: source.start,
        removed: text.slice(source.start, source.end),
        inserted: named(source, ending),
      });
  });
  return splices.sort((a, b) => a.at - b.at);
}

interface Source {
  start: number;
  end: number;
  value: string;
}

function sourceOf(node: Node): Source | undefined {
  const has =
    node.type === 'ImportDeclaration' || node.type === 'ExportNamedDeclaration' || node.type === 'ImportExpression';
  const source: Node | null = has ? node.source : null;
  if (source?.type !== 'Literal' || typeof source.value !== 'string') return undefined;
  const { start, end, value } = source;
  return { start, end, value };
}

function named({ value }: Source, ending: ModuleStyle['ending']): string {
  if (!value.startsWith('.')) return `'${value}'`;
  const bare = value.replace(/\.js$/, '');
  return ending === undefined ? `'${bare.replace(/\/index$/, '')}'` : `'${bare}.${ending}'`;
}

function toCommonJs({ text, program }: Script, ending: ModuleStyle['ending']): string {
  const exported: string[] = [];
  const splices: Splice[] = [];
  const replace = (node: Node, end: number, inserted: string): void => {
    splices.push({ at: node.start, removed: text.slice(node.start, end), inserted });
  };
  for (const node of program.body) {
    if (node.type === 'ImportDeclaration') replace(node, node.end, required(node, ending));
    if (node.type === 'ExportDefaultDeclaration') {
      replace(node, node.declaration.start, 'module.exports = ');
      // What was a declaration is the end of a statement now.
      if (/^(Function|Class)Declaration$/.test(node.declaration.type))
        splices.push({ at: node.end, removed: '', inserted: ';' });
    }
    if (node.type !== 'ExportNamedDeclaration' || !node.declaration) continue;
    exported.push(...declaredBy(node.declaration));
    replace(node, node.declaration.start, '');
  }
  walk(program, (node) => {
    if (node.type !== 'AwaitExpression' || node.argument.type !== 'ImportExpression') return;
    const source = sourceOf(node.argument);
    if (source) replace(node, node.end, `require(${named(source, ending)})`);
  });
  const body = applySplices(
    text,
    splices.sort((a, b) => a.at - b.at),
  );
  if (exported.length === 0) return body;
  const [only = ''] = exported;
  const names = exported.length === 1 ? `{ ${only} }` : `{\n${exported.map((name) => `  ${name},\n`).join('')}}`;
  return `${body.trimEnd()}\n\nmodule.exports = ${names};\n`;
}

function required(node: NodeOf<'ImportDeclaration'>, ending: ModuleStyle['ending']): string {
  const source = sourceOf(node);
  const call = `require(${source ? named(source, ending) : ''});`;
  if (node.specifiers.length === 0) return call;
  const whole = node.specifiers.flatMap((one) => (one.type === 'ImportSpecifier' ? [] : one.local.name));
  const parts = node.specifiers.flatMap((one) => {
    if (one.type !== 'ImportSpecifier' || one.imported.type !== 'Identifier') return [];
    const { name } = one.imported;
    return name === one.local.name ? name : `${name}: ${one.local.name}`;
  });
  const lines = whole.map((name) => `const ${name} = ${call}`);
  if (parts.length > 0) lines.push(`const { ${parts.join(', ')} } = ${whole[0] === undefined ? call : `${whole[0]};`}`);
  return lines.join('\n');
}

function declaredBy(declaration: Node): string[] {
  if (declaration.type === 'VariableDeclaration')
    return declaration.declarations.flatMap(({ id }) => (id.type === 'Identifier' ? id.name : []));
  const named = declaration.type === 'FunctionDeclaration' || declaration.type === 'ClassDeclaration';
  return named && declaration.id ? [declaration.id.name] : [];
}
