import postcss, { type AtRule, type ChildNode, type Root } from 'postcss';
import { lineBreakOf } from '../text/code-style.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from './format.ts';

/**
 * `import`: the sheet loads `source` by an `@import` at its one legal place (CSS Cascading and Inheritance 5,
 * section 2: before all rules but `@charset` and layer statements). `options` stand behind the source. A sheet that
 * imports one of `instead` counts as having it.
 */
export interface StyleOperation {
  op: 'import';
  source: string;
  options?: string | undefined;
  instead?: string[] | undefined;
}

export const style: Format<StyleOperation> = {
  edit(text, operation, around) {
    const statement = importStatement(text, operation);
    const parsed = parseSheet(text, around, `Put ${statement} before the first rule.`);
    if ('kind' in parsed) return parsed;
    const { root, shift } = parsed;
    const present = importsOf(root).find((node) => isOneOf(node, [operation.source, ...(operation.instead ?? [])]));
    if (present) return { kind: 'already', at: startOf(present) + shift };
    const eol = lineBreakOf(text) ?? around.style.eol;
    const last = lastOfPreamble(root);
    if (last) {
      const at = endOf(last, text, shift);
      return edited(text, [{ at, removed: '', inserted: eol + statement }]);
    }
    const at = afterHeader(root, text, shift);
    const rest = text.slice(at);
    const gap = rest.trim() === '' ? (text.trim() === '' ? eol : '') : eol + eol;
    const lead = at > shift && rest.trim() === '' && !text.endsWith('\n') ? eol : '';
    return edited(text, [{ at, removed: '', inserted: lead + statement + gap }]);
  },
  remove(text, operation, around) {
    const parsed = parseSheet(text, around, `Take the import of "${operation.source}" out by hand.`);
    if ('kind' in parsed) return parsed;
    const node = importsOf(parsed.root).find((one) => isOneOf(one, [operation.source]));
    if (!node) return { kind: 'already', at: 0 };
    const start = startOf(node) + parsed.shift;
    let end = endOf(node, text, parsed.shift);
    const ownLine = start === 0 || text[start - 1] === '\n' || start === parsed.shift;
    const lineBreak = /^\r?\n/.exec(text.slice(end));
    if (ownLine && lineBreak) end += lineBreak[0].length;
    return edited(text, [{ at: start, removed: text.slice(start, end), inserted: '' }]);
  },
};

function parseSheet(text: string, around: Surroundings, handwork: string): { root: Root; shift: number } | Outcome {
  if (!around.file.endsWith('.css')) {
    return refused(
      text,
      undefined,
      'only plain CSS can take this import, and this sheet is of another language',
      handwork,
    );
  }
  const shift = text.startsWith('\uFEFF') ? 1 : 0;
  try {
    return { root: postcss.parse(text.slice(shift)), shift };
  } catch (error) {
    const at = error instanceof postcss.CssSyntaxError ? offsetOf(text, error) : undefined;
    const why = error instanceof postcss.CssSyntaxError ? error.reason : 'nested too deeply';
    return refused(text, at, `it is not valid CSS (${why})`, handwork);
  }
}

function offsetOf(text: string, error: { line?: number; column?: number }): number {
  let at = 0;
  for (let line = 1; line < (error.line ?? 1); line += 1) at = text.indexOf('\n', at) + 1;
  return at + (error.column ?? 1) - 1;
}

function importStatement(text: string, operation: StyleOperation): string {
  const options = operation.options ? ` ${operation.options}` : '';
  const quote = quoteOf(text);
  return `@import ${quote}${operation.source}${quote}${options};`;
}

/** The quotes of the sheet's own imports, else those of its declarations and selectors, else double ones. */
function quoteOf(text: string): string {
  const code = text.replace(/\/\*[\s\S]*?(\*\/|$)/g, '');
  const own = /@(?:import|use|forward)\s+(?:url\()?(["'])/.exec(code)?.[1];
  if (own !== undefined) return own;
  return (code.match(/'/g) ?? []).length > (code.match(/"/g) ?? []).length ? "'" : '"';
}

function importsOf(root: Root): AtRule[] {
  return root.nodes.filter((node): node is AtRule => node.type === 'atrule' && node.name.toLowerCase() === 'import');
}

function sourceOf(node: AtRule): string | undefined {
  const match = /^\s*(?:url\(\s*)?(?:"([^"]*)"|'([^']*)'|([^\s"')]+))/i.exec(node.params);
  return match?.[1] ?? match?.[2] ?? match?.[3];
}

function isOneOf(node: AtRule, sources: readonly string[]): boolean {
  const source = sourceOf(node);
  return source !== undefined && sources.includes(source);
}

/** The last of the statements that may stand before an import. */
function lastOfPreamble(root: Root): ChildNode | undefined {
  let last: ChildNode | undefined;
  for (const node of root.nodes) {
    if (node.type === 'comment') continue;
    if (node.type !== 'atrule') break;
    const name = node.name.toLowerCase();
    if (name !== 'import' && name !== 'charset' && !(name === 'layer' && node.nodes === undefined)) break;
    last = node;
  }
  return last;
}

/** Behind the comments that open a sheet, if a blank line parts them from the first rule; else its very start. */
function afterHeader(root: Root, text: string, shift: number): number {
  let at = shift;
  for (const node of root.nodes) {
    if (node.type !== 'comment') break;
    const end = endOf(node, text, shift);
    const gap = /^\s*/.exec(text.slice(end))?.[0] ?? '';
    if ((gap.match(/\n/g) ?? []).length >= 2 || end + gap.length === text.length) at = end + gap.length;
  }
  return at;
}

function startOf(node: ChildNode): number {
  return node.source?.start?.offset ?? 0;
}

function endOf(node: ChildNode, text: string, shift: number): number {
  const end = (node.source?.end?.offset ?? 0) + shift;
  return text[end] === ';' && text[end - 1] !== ';' ? end + 1 : end;
}
