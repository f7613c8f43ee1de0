import type { CodeStyle } from '../../text/code-style.ts';
import { applySplices, type Splice } from '../../text/splices.ts';
import { byHabit } from './fit-habits.ts';
import { parseScript, walk } from './syntax.ts';

const SCRIPT = /\.[cm]?[jt]sx?$/;
const COMPONENT = /\.(vue|svelte)$/;

/**
 * The text of a new file in a host's style. Scripts and the scripts of components are written with semicolons, single quotes and two
 * spaces; what cannot be parsed keeps all but its indentation and line ends.
 */
export function fitFile(text: string, file: string, style: CodeStyle): string {
  let fitted = text;
  if (SCRIPT.test(file)) fitted = fitScript(text, file, style);
  if (COMPONENT.test(file))
    fitted = text.replaceAll(
      /(<script\b[^>]*>)([\s\S]*?)(<\/script>)/g,
      (_, open: string, code: string, close: string) => open + fitScript(code, `${file}.ts`, style) + close,
    );
  const indents = SCRIPT.test(file) || COMPONENT.test(file) || /\.(jsonc?|css|scss|html)$/.test(file);
  if (indents) fitted = fitted.replaceAll(/^(?: {2})+(?! ?\*)/gm, (spaces) => style.indent.repeat(spaces.length / 2));
  return fitted.replaceAll(/\r?\n/g, style.eol);
}

function fitScript(text: string, file: string, style: CodeStyle): string {
  const script = parseScript(text, file);
  if ('fault' in script) return text;
  const quote = style.quotes === 'single' ? "'" : '"';
  const splices: Splice[] = [];
  walk(script.program, (node, parent) => {
    if (node.type === 'Literal' && typeof node.value === 'string' && node.raw && parent?.type !== 'JSXAttribute') {
      const inside = node.raw.slice(1, -1);
      if (!/['"]/.test(inside)) splices.push({ at: node.start, removed: node.raw, inserted: quote + inside + quote });
    }
    splices.push(...byHabit(text, node, style));
    const ends = /(Statement|Declaration|PropertyDefinition|PropertySignature|MethodSignature)$/.test(node.type);
    const inHead = parent !== undefined && /^For/.test(parent.type);
    if (!style.semicolons && ends && !inHead && text[node.end - 1] === ';')
      splices.push({ at: node.end - 1, removed: ';', inserted: '' });
  });
  const unique = splices.filter((one, index) => splices.findIndex((other) => other.at === one.at) === index);
  return applySplices(
    text,
    unique.sort((a, b) => a.at - b.at),
  );
}
