import { styleOf, type CodeStyle } from '../../text/code-style.ts';
import { walk, type Script } from './syntax.ts';

const ENDED = new Set([
  'ImportDeclaration',
  'ExportAllDeclaration',
  'ExpressionStatement',
  'VariableDeclaration',
  'ReturnStatement',
  'ThrowStatement',
]);

/** How a script is written, read off its syntax: quotes and semicolons as its own statements have them. */
export function writingOf(script: Script, otherwise: CodeStyle): CodeStyle {
  const style = styleOf(script.text, otherwise);
  let semicolons = 0;
  let single = 0;
  walk(script.program, (node, parent) => {
    const inHead = parent?.type.startsWith('For') || parent?.type === 'ExportNamedDeclaration';
    if (ENDED.has(node.type) && !inHead) semicolons += script.text[node.end - 1] === ';' ? 1 : -1;
    // Attributes in JSX have quotes of their own.
    if (node.type === 'Literal' && typeof node.value === 'string' && parent?.type !== 'JSXAttribute') {
      single += script.text[node.start] === "'" ? 1 : -1;
    }
  });
  return {
    ...style,
    semicolons: semicolons === 0 ? style.semicolons : semicolons > 0,
    quotes: single === 0 ? style.quotes : single > 0 ? 'single' : 'double',
  };
}
