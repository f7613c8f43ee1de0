import { applySplices, type Splice } from '../../text/splices.ts';
import { parseScript, walk, type Node, type Script } from './syntax.ts';

// What is left of a class member, a parameter or an import when its types go.
const MODIFIERS = /^(?:(?:override|public|private|protected|readonly|abstract|declare)\s+)+/;
const TYPE_STATEMENT = /^TS(InterfaceDeclaration|TypeAliasDeclaration|ModuleDeclaration)$/;
const TYPE_PART = /^TS(TypeAnnotation|TypeParameterDeclaration|TypeParameterInstantiation|ClassImplements)$/;
// In these the brackets around an expression belong to the syntax.
const OWN_BRACKETS = /^(CallExpression|NewExpression|IfStatement|WhileStatement|SwitchStatement)$/;
const SIMPLE = /^(Identifier|MemberExpression|CallExpression|ThisExpression)$/;

/**
 * A script in TypeScript without its types, in the layout that it has. It may use those parts alone that leave no code behind:
 * no enums, namespaces or parameter properties. A script that cannot be parsed comes back as it is.
 */
export function stripTypes(text: string): string {
  const script = parseScript(text, 'text.tsx');
  if ('fault' in script) return text;
  const cuts: [number, number][] = [];
  walk(script.program, (node, parent) => {
    const found = cutOf(script, node, parent);
    cuts.push(...found);
    // What is gone as a whole needs no look inside.
    return !found.some(([from, to]) => from <= node.start && to >= node.end);
  });
  const stripped = applySplices(
    text,
    outermost(cuts).map(([from, to]) => splice(text, from, to)),
  );
  return stripped.replaceAll(/(\r?\n){3,}/g, '\n\n');
}

function splice(text: string, from: number, to: number): Splice {
  return { at: from, removed: text.slice(from, to), inserted: '' };
}

/** In order; what lies in another cut is gone with it. */
function outermost(cuts: readonly [number, number][]): [number, number][] {
  const sorted = cuts.filter(([from, to]) => to > from).sort(([a, b], [c, d]) => a - c || d - b);
  const kept: [number, number][] = [];
  for (const cut of sorted) if (cut[0] >= (kept.at(-1)?.[1] ?? 0)) kept.push(cut);
  return kept;
}

function cutOf(script: Script, node: Node, parent: Node | undefined): [number, number][] {
  const { text } = script;
  if (isTypeStatement(node)) return [wholeStatement(script, node)];
  if (node.type === 'ImportDeclaration') return typeSpecifiers(text, node);
  if (TYPE_PART.test(node.type)) return [[node.start, node.end]];
  if (node.type === 'TSAsExpression' || node.type === 'TSSatisfiesExpression')
    return assertion(text, node, node.expression, parent);
  if (node.type === 'TSNonNullExpression') return [[node.expression.end, node.end]];
  if (node.type === 'MethodDefinition' || node.type === 'PropertyDefinition') {
    const modifiers = MODIFIERS.exec(text.slice(node.start, node.end))?.[0] ?? '';
    return [[node.start, node.start + modifiers.length]];
  }
  if (node.type === 'Identifier') {
    const mark = node.start + node.name.length;
    return text[mark] === '?' && /^\?\s*[:,)]/.test(text.slice(mark)) ? [[mark, mark + 1]] : [];
  }
  return [];
}

function isTypeStatement(node: Node): boolean {
  if (TYPE_STATEMENT.test(node.type)) return true;
  if (node.type === 'ImportDeclaration') return node.importKind === 'type' || onlyTypes(node.specifiers);
  if (node.type !== 'ExportNamedDeclaration') return false;
  return node.exportKind === 'type' || (node.declaration !== null && TYPE_STATEMENT.test(node.declaration.type));
}

function onlyTypes(specifiers: readonly Node[]): boolean {
  return (
    specifiers.length > 0 && specifiers.every((one) => one.type === 'ImportSpecifier' && one.importKind === 'type')
  );
}

/** A statement with the comment right above it, its line, and the blank line behind it. */
function wholeStatement({ text, comments }: Script, node: Node): [number, number] {
  const above = comments.findLast(
    ({ end }) => end <= node.start && /^[ \t]*\r?\n[ \t]*$/.test(text.slice(end, node.start)),
  );
  const start = above?.start ?? node.start;
  const behind = /^[ \t]*(\r?\n)?/.exec(text.slice(node.end))?.[0].length ?? 0;
  const end = node.end + behind;
  const startsBlock = start === 0 || /\n\r?\n$/.test(text.slice(0, start));
  const blank = startsBlock ? (/^\r?\n/.exec(text.slice(end))?.[0].length ?? 0) : 0;
  return [start, end + blank];
}

function typeSpecifiers(text: string, node: Extract<Node, { type: 'ImportDeclaration' }>): [number, number][] {
  const { specifiers } = node;
  return specifiers.flatMap((one, index): [number, number][] => {
    if (one.type !== 'ImportSpecifier' || one.importKind !== 'type') return [];
    const before = specifiers[index - 1];
    const after = specifiers[index + 1];
    const staysBefore = specifiers.slice(0, index).some((other) => isValue(other));
    if (staysBefore && before?.type === 'ImportSpecifier') return [[before.end, one.end]];
    if (after) return [[one.start, after.start]];
    // The only names in braces are types: the braces go with them.
    const open = text.lastIndexOf('{', one.start);
    return [[text.lastIndexOf(',', open), text.indexOf('}', one.end) + 1]];
  });
}

function isValue(specifier: Node): boolean {
  return specifier.type === 'ImportSpecifier' && specifier.importKind !== 'type';
}

function assertion(text: string, node: Node, inner: Node, parent: Node | undefined): [number, number][] {
  const tail: [number, number] = [inner.end, node.end];
  const isBracketed = text[node.start - 1] === '(' && text[node.end] === ')';
  const isOwn =
    parent !== undefined && OWN_BRACKETS.test(parent.type) && !('callee' in parent && parent.callee === node);
  if (isBracketed && !isOwn && SIMPLE.test(inner.type))
    return [
      [node.start - 1, node.start],
      [inner.end, node.end + 1],
    ];
  // Brackets that stood around the expression alone.
  if (inner.start > node.start && !/^(Member|Unary|Binary|Logical|Await)/.test(parent?.type ?? ''))
    return [[node.start, inner.start], tail];
  if (inner.start > node.start) return [[text.indexOf(')', inner.end) + 1, node.end]];
  return [tail];
}
