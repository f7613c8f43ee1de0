import type { AtRule, ChildNode } from 'postcss';
import { lineBreakOf } from '../../text/code-style.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from '../format.ts';
import { addRule, removeRule, ruleText, type RuleOperation } from './rules.ts';
import {
  atRules,
  cutNode,
  normal,
  parseSheet,
  placeStatement,
  quoteOf,
  sourceOf,
  startOf,
  type Sheet,
} from './sheet.ts';

/**
 * The sheet loads `source` by an `@import` at its one legal place (CSS Cascading and Inheritance 5, section 2: before all
 * rules but `@charset` and layer statements). `options` stand behind the source. A sheet that imports one of `instead`
 * counts as having it.
 */
export interface StyleImport {
  op: 'import';
  source: string;
  options?: string | undefined;
  instead?: string[] | undefined;
}

/** SCSS: the sheet loads a module by `@use`, before all rules and imports (Sass, "@use"), under a name, with its variables set. */
export interface StyleUse {
  op: 'use';
  source: string;
  as?: string | undefined;
  with?: Record<string, string> | undefined;
}

/** The sheet has this at-rule: a statement behind the imports, or with `body` (its lines) a block at the end. */
export interface StyleAtRule {
  op: 'at-rule';
  name: string;
  params: string;
  body?: string[] | undefined;
}

export type StyleOperation = StyleImport | StyleUse | StyleAtRule | RuleOperation;

export const style: Format<StyleOperation> = {
  edit(text, operation, around) {
    const parsed = parseSheet(text, around, styleHandwork(text, operation));
    if ('kind' in parsed) return parsed;
    const eol = lineBreakOf(text) ?? around.style.eol;
    if (operation.op === 'rule') return addRule(parsed, operation, around, eol);
    if (operation.op === 'import') return addImport(parsed, operation, eol);
    return operation.op === 'use' ? addUse(parsed, operation, eol) : addAtRule(parsed, operation, around, eol);
  },
  remove(text, operation, around) {
    const parsed = parseSheet(text, around, `Take out by hand what this put in: ${styleHandwork(text, operation)}`);
    if ('kind' in parsed) return parsed;
    if (operation.op === 'rule') return removeRule(parsed, operation);
    const node = find(parsed, operation);
    return node
      ? edited(text, [cutNode(parsed, node, operation.op === 'at-rule' && operation.body !== undefined)])
      : { kind: 'already', at: 0 };
  },
};

function find({ root }: Sheet, operation: StyleImport | StyleUse | StyleAtRule): AtRule | undefined {
  if (operation.op === 'at-rule')
    return atRules(root, operation.name).find((node) => normal(node.params) === normal(operation.params));
  return atRules(root, operation.op).find((node) => sourceOf(node) === operation.source);
}

function addImport(sheet: Sheet, operation: StyleImport, eol: string): Outcome {
  const { text, root } = sheet;
  if (sheet.language !== 'css')
    return refused(
      text,
      undefined,
      'only plain CSS can take this import, and this sheet is of another language',
      styleHandwork(text, operation),
    );
  const sources = [operation.source, ...(operation.instead ?? [])];
  const present = atRules(root, 'import').find((node) => sources.includes(sourceOf(node) ?? ''));
  if (present) return { kind: 'already', at: startOf(sheet, present) };
  const last = lastOf(
    sheet,
    ({ name, nodes }) => name === 'import' || name === 'charset' || (name === 'layer' && nodes === undefined),
  );
  return edited(text, [placeStatement(sheet, last, statementOf(text, operation), eol)]);
}

function addUse(sheet: Sheet, operation: StyleUse, eol: string): Outcome {
  const { text, root } = sheet;
  if (sheet.language !== 'scss')
    return refused(text, undefined, 'only SCSS has modules', styleHandwork(text, operation));
  const statement = statementOf(text, operation);
  const present = atRules(root, 'use').find((node) => sourceOf(node) === operation.source);
  if (present) {
    const same = normal(`@use ${present.params};`) === normal(statement);
    if (same) return { kind: 'already', at: startOf(sheet, present) };
    return refused(
      text,
      startOf(sheet, present),
      `"${operation.source}" is used already, in another form`,
      styleHandwork(text, operation),
    );
  }
  const last = lastOf(sheet, ({ name }) => name === 'use' || name === 'forward' || name === 'charset');
  return edited(text, [placeStatement(sheet, last, statement, eol)]);
}

function addAtRule(sheet: Sheet, operation: StyleAtRule, { style: { indent } }: Surroundings, eol: string): Outcome {
  const { text, root } = sheet;
  const present = find(sheet, operation);
  const body = operation.body?.join(' ');
  if (present) {
    const inner = (present.nodes ?? []).map((node) => `${node.toString()};`).join(' ');
    if (body === undefined || normal(inner).replaceAll(/;+/g, ';').includes(normal(body).replaceAll(/;+/g, ';')))
      return { kind: 'already', at: startOf(sheet, present) };
    return refused(
      text,
      startOf(sheet, present),
      `@${operation.name} is there already, with other contents`,
      styleHandwork(text, operation),
    );
  }
  if (operation.body) {
    const head = `@${operation.name}${operation.params === '' ? '' : ` ${operation.params}`} {`;
    const block = [head, ...operation.body.map((line) => indent + line), '}'].join(eol);
    const end = text.trimEnd().length;
    const lead = end === 0 ? '' : eol + eol;
    return edited(text, [{ at: end, removed: '', inserted: lead + block + (end === text.length ? eol : '') }]);
  }
  const own = atRules(root, operation.name).findLast((node) => node.nodes === undefined);
  const last = own ?? lastOf(sheet, ({ nodes }) => nodes === undefined);
  return edited(text, [placeStatement(sheet, last, statementOf(text, operation), eol)]);
}

/** The last of the statements that a sheet begins with, as far as they are of one kind. */
function lastOf({ root }: Sheet, isOne: (rule: { name: string; nodes: unknown }) => boolean): ChildNode | undefined {
  let last: ChildNode | undefined;
  for (const node of root.nodes) {
    if (node.type === 'comment') continue;
    if (node.type !== 'atrule' || !isOne({ name: node.name.toLowerCase(), nodes: node.nodes })) break;
    last = node;
  }
  return last;
}

function statementOf(text: string, operation: StyleImport | StyleUse | StyleAtRule): string {
  const quote = quoteOf(text);
  if (operation.op === 'import')
    return `@import ${quote}${operation.source}${quote}${operation.options ? ` ${operation.options}` : ''};`;
  if (operation.op === 'at-rule') return `@${operation.name} ${operation.params.replaceAll('"', quote)};`;
  const variables = Object.entries(operation.with ?? {}).map(([name, value]) => `$${name}: ${value}`);
  const name = operation.as === undefined ? '' : ` as ${operation.as}`;
  return `@use ${quote}${operation.source}${quote}${name}${variables.length > 0 ? ` with (${variables.join(', ')})` : ''};`;
}

/** What a developer has to put into a sheet by hand. */
export function styleHandwork(text: string, operation: StyleOperation): string {
  if (operation.op === 'rule') return `Put this into the sheet: ${ruleText(operation)}`;
  if (operation.op === 'at-rule' && operation.body)
    return `Put this into the sheet: @${operation.name} ${operation.params} { ${operation.body.join(' ')} }`;
  return `Put ${statementOf(text, operation)} before the first rule.`;
}
