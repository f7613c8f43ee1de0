import type { CodeStyle } from '../../text/code-style.ts';
import { applySplices, type Splice } from '../../text/splices.ts';
import { parseScript, walk, type Node, type Script } from './syntax.ts';

type Locals = ReadonlyMap<string, string>;

/** An expression from a definition, with the file's quotes and indentation and the names that its imports have there. */
export function fitExpression(code: string, locals: Locals, style: CodeStyle): string {
  const script = parseFragment(`(${code})`);
  return script ? laidOut(applySplices(script.text, renamed(script, locals, style)).slice(1, -1), style) : code;
}

/** Statements from a definition, in the same way, with or without semicolons as the file has them. */
export function fitStatements(code: string, locals: Locals, style: CodeStyle): string {
  const script = parseFragment(code);
  if (!script) return code;
  const ends = script.program.body.flatMap((node): Splice[] => {
    const ended = script.text[node.end - 1] === ';';
    if (!/^(ExpressionStatement|VariableDeclaration)$/.test(node.type) || ended === style.semicolons) return [];
    return [ended ? { at: node.end - 1, removed: ';', inserted: '' } : { at: node.end, removed: '', inserted: ';' }];
  });
  return laidOut(applySplices(script.text, [...renamed(script, locals, style), ...ends]), style);
}

function parseFragment(code: string): Script | undefined {
  for (const file of ['fragment.tsx', 'fragment.ts']) {
    const script = parseScript(code, file);
    if (!('fault' in script)) return script;
  }
  return undefined;
}

function renamed(script: Script, locals: Locals, style: CodeStyle): Splice[] {
  const splices: Splice[] = [];
  walk(script.program, (node, parent) => {
    if (node.type === 'Identifier' || node.type === 'JSXIdentifier') {
      const local = locals.get(node.name);
      if (local === undefined || local === node.name || namesMember(node, parent)) return;
      const inserted = parent?.type === 'Property' && parent.shorthand ? `${node.name}: ${local}` : local;
      splices.push({ at: node.start, removed: node.name, inserted });
    }
    if (node.type === 'Literal' && typeof node.value === 'string' && node.raw && parent?.type !== 'JSXAttribute') {
      const quote = style.quotes === 'single' ? "'" : '"';
      if (!/['"\\]/.test(node.value))
        splices.push({ at: node.start, removed: node.raw, inserted: quote + node.value + quote });
    }
  });
  return splices;
}

function namesMember(node: Node, parent: Node | undefined): boolean {
  if (parent?.type === 'Property') return parent.key === node && !parent.computed;
  if (parent?.type === 'MemberExpression') return parent.property === node && !parent.computed;
  return parent?.type === 'JSXAttribute' && parent.name === node;
}

function laidOut(code: string, style: CodeStyle): string {
  return code
    .replaceAll(/^(?: {2})+/gm, (spaces) => style.indent.repeat(spaces.length / 2))
    .replaceAll(/\r?\n/g, style.eol);
}
