import { lineBreakOf, styleOf, type CodeStyle } from '../../text/code-style.ts';
import { walk, type Node, type Script } from './syntax.ts';

const ENDED = new Set([
  'ImportDeclaration',
  'ExportAllDeclaration',
  'ExpressionStatement',
  'VariableDeclaration',
  'ReturnStatement',
  'ThrowStatement',
]);

// A file that is written in one way shows it soon.
const ENOUGH_TEXT = 6_000;
const ENOUGH_FOR_BREAKS = 1_500;
const ENOUGH_SIGNS = 4;
const ENOUGH_NODES = 1_500;

/** How a script is written, read off its syntax: quotes and semicolons as its own statements have them. */
export function writingOf(script: Script, otherwise: CodeStyle): CodeStyle {
  const head = script.text.slice(0, ENOUGH_TEXT);
  const { semicolons, single } = signsOf(script);
  let layout: CodeStyle | undefined;
  // Most edits are one line: how lines are indented is looked at when it is asked for.
  const laidOut = (): CodeStyle => (layout ??= styleOf(head, otherwise));
  return {
    get indent() {
      return laidOut().indent;
    },
    get trailingCommas() {
      return laidOut().trailingCommas;
    },
    eol: lineBreakOf(head.slice(0, ENOUGH_FOR_BREAKS)) ?? lineBreakOf(head) ?? otherwise.eol,
    semicolons: semicolons === 0 ? laidOut().semicolons : semicolons > 0,
    lineWidth: otherwise.lineWidth,
    quotes: single === 0 ? laidOut().quotes : single > 0 ? 'single' : 'double',
  };
}

/** How many more statements end in a semicolon than do not, and how many more texts stand in single quotes than in double ones. */
function signsOf({ text, program }: Script): { semicolons: number; single: number } {
  const sign = (node: Node): number => (text[node.end - 1] === ';' ? 1 : -1);
  // The file's own statements tell it; those inside functions only where there are none.
  let semicolons = program.body.reduce((sum, node) => sum + (ENDED.has(node.type) ? sign(node) : 0), 0);
  const deep = semicolons === 0;
  let single = 0;
  let seen = 0;
  walk(program, (node, parent) => {
    seen += 1;
    if (seen > ENOUGH_NODES || (Math.abs(single) >= ENOUGH_SIGNS && Math.abs(semicolons) > 0)) return false;
    const inHead = parent?.type.startsWith('For') || parent?.type === 'ExportNamedDeclaration';
    if (deep && ENDED.has(node.type) && !inHead) semicolons += sign(node);
    // Attributes in JSX have quotes of their own.
    if (node.type === 'Literal' && typeof node.value === 'string' && parent?.type !== 'JSXAttribute')
      single += text[node.start] === "'" ? 1 : -1;
    return true;
  });
  return { semicolons, single };
}
