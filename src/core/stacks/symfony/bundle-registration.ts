import { childOf, importsOf, readPhp, textOf, type Php } from '../../formats/php/document.ts';
import { removeFromText } from '../../formats/formats.ts';
import { statementCut } from '../../formats/php/statements.ts';
import type { Ground } from '../../joints/ground.ts';
import { namespaceOf } from '../../joints/php-names.ts';
import { styleOf } from '../../text/code-style.ts';
import { commentAbove } from '../../text/comment-above.ts';
import { cutWithLine } from '../../text/own-line.ts';
import { applySplices } from '../../text/splices.ts';
import type { Names } from './bundle-names.ts';

/** The text of a list of bundles, or of a kernel, without one of them. */
export async function withoutRegistration(text: string, names: Names, file: string, ground: Ground): Promise<string> {
  const full = `${names.namespace}\\${names.bundle.name}`;
  const script = readPhp(text);
  if ('reason' in script) return text;
  const isNamed = (code: string): boolean => {
    const plain = code.replace(/^\\/, '');
    const [first = '', ...rest] = plain.split('\\');
    const used = script.uses.get(first);
    const home = namespaceOf(ground, file);
    return [plain, used === undefined ? '' : [used, ...rest].join('\\'), `${home ?? ''}\\${plain}`].includes(full);
  };
  let result = text;
  const entry = [...text.matchAll(/(\\?[\w\\]+)::class\s*=>/g)].map(([, code = '']) => code).find(isNamed);
  if (entry !== undefined) {
    const operation = {
      op: 'entry' as const,
      array: 'returned' as const,
      pointer: '',
      key: `${entry}::class`,
      code: '',
      any: true,
    };
    const outcome = await removeFromText(result, { format: 'php', operation }, { file, style: styleOf(text) });
    if (outcome.kind === 'edited') result = outcome.text;
  }
  result = withoutMade(result, isNamed);
  const after = readPhp(result);
  if ('reason' in after) return result;
  const use = after.statements.find(
    (one) => one.kind === 'namespace_use_declaration' && importsOf(result, one).some(({ name }) => name === full),
  );
  const isUsed = new RegExp(`(?<![\\w\\\\])${names.bundle.name}(?![\\w\\\\])`, 'g');
  if (use && (result.match(isUsed) ?? []).length === (textOf(after, use).match(isUsed) ?? []).length)
    result = applySplices(result, [statementCut(result, use)]);
  return result;
}

/** Takes out what makes an instance of a class in a kernel: the item of a list, or the statement, with the condition that has nothing else. */
function withoutMade(text: string, isNamed: (code: string) => boolean): string {
  const script = readPhp(text);
  if ('reason' in script) return text;
  const isMade = (node: Php): boolean =>
    node.kind === 'object_creation_expression' &&
    isNamed(textOf(script, node).replaceAll(/^new\s+|\s*\([^)]*\)$/g, ''));
  for (const steps of pathsTo(script.top, isMade)) {
    const item = steps.findLast(({ kind }) => kind === 'array_element_initializer');
    // It may be there for several environments.
    if (item) return withoutMade(withoutItem(text, item), isNamed);
    const at = steps.findLastIndex(({ kind }) => kind === 'expression_statement');
    const [around, block, statement] = [steps[at - 2], steps[at - 1], steps[at]];
    if (!statement) continue;
    const isAlone = block?.children.filter(({ kind }) => /^[a-z]/.test(kind) && kind !== 'comment').length === 1;
    const goes = isAlone && around?.kind === 'if_statement' && !childOf(around, 'alternative') ? around : statement;
    return withoutMade(withoutStatement(text, goes), isNamed);
  }
  return text;
}

/** A text without a statement, the comment right above it, and one of two blank lines around it. */
function withoutStatement(text: string, node: Php): string {
  const cut = statementCut(text, node);
  const at = commentAbove(text, 0, cut.at, /^(\/\/|#|\/\*)/);
  const behind = text.slice(cut.at + cut.removed.length);
  const gap = /\n[ \t]*\r?\n$/.test(text.slice(0, at)) ? (/^[ \t]*\r?\n/.exec(behind)?.[0] ?? '') : '';
  return applySplices(text, [{ at, removed: text.slice(at, cut.at) + cut.removed + gap, inserted: '' }]);
}

function withoutItem(text: string, { start, end }: Php): string {
  const comma = /^\s*,/.exec(text.slice(end))?.[0].length ?? 0;
  return applySplices(text, [cutWithLine(text, start, end + comma)]);
}

function* pathsTo(nodes: readonly Php[], isMeant: (node: Php) => boolean, above: Php[] = []): Generator<Php[]> {
  for (const node of nodes) {
    const here = [...above, node];
    if (isMeant(node)) yield here;
    yield* pathsTo(node.children, isMeant, here);
  }
}
