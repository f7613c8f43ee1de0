import type { CodeStyle } from '../../text/code-style.ts';
import { applySplices, type Splice } from '../../text/splices.ts';
import { parseScript, walk } from './syntax.ts';

/** An expression from a definition, with the file's quotes and indentation and the names that its imports have there. */
export function fitExpression(code: string, locals: ReadonlyMap<string, string>, style: CodeStyle): string {
  const script = parseScript(`(${code})`, 'fragment.ts');
  if ('fault' in script) return code;
  const splices: Splice[] = [];
  walk(script.program, (node, parent) => {
    if (node.type === 'Identifier') {
      const local = locals.get(node.name);
      const isKey = parent?.type === 'Property' && parent.key === node && !parent.computed;
      const isMember = parent?.type === 'MemberExpression' && parent.property === node && !parent.computed;
      if (local !== undefined && local !== node.name && !isKey && !isMember) {
        splices.push({ at: node.start, removed: node.name, inserted: local });
      }
    }
    if (node.type === 'Literal' && typeof node.value === 'string' && node.raw) {
      const quote = style.quotes === 'single' ? "'" : '"';
      if (!/['"\\]/.test(node.value))
        splices.push({ at: node.start, removed: node.raw, inserted: quote + node.value + quote });
    }
  });
  return applySplices(script.text, splices).slice(1, -1).replaceAll('  ', style.indent).replaceAll(/\r?\n/g, style.eol);
}
