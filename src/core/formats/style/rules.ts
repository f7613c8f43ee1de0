import type { AtRule, ChildNode, Container, Declaration, Rule } from 'postcss';
import { indentOf } from '../../text/code-style.ts';
import { indentAt, lineStart } from '../../text/positions.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Outcome, type Surroundings } from '../format.ts';
import { atRules, cutNode, endOf, normal, startOf, type Sheet } from './sheet.ts';

/**
 * A rule has these declarations, custom properties among them; they stand in the rule of that selector, or where `inside` is
 * given in that at-rule (without a selector: in it directly). Another value is a refusal unless `any` says that being there is
 * enough.
 */
export interface RuleOperation {
  op: 'rule';
  selector?: string | undefined;
  declarations: Record<string, string>;
  inside?: { name: string; params: string } | undefined;
  any?: boolean | undefined;
}

type Holder = Rule | AtRule;

export function addRule(sheet: Sheet, operation: RuleOperation, { style }: Surroundings, eol: string): Outcome {
  const { text } = sheet;
  const holder = findHolder(sheet, operation);
  const missing: string[] = [];
  for (const [name, value] of Object.entries(operation.declarations)) {
    const present = holder && declarationsOf(holder, name).at(-1);
    if (!present) missing.push(`${name}: ${value};`);
    else if (!operation.any && normal(present.value) !== normal(value))
      return refused(
        text,
        startOf(sheet, present),
        `${name} is there already, as ${present.value}`,
        `Put this into the sheet: ${ruleText(operation)}`,
      );
  }
  if (holder && missing.length === 0) return { kind: 'already', at: startOf(sheet, holder) };
  const indent = indentOf(text) ?? style.indent;
  if (holder) return edited(text, intoBlock(sheet, holder, missing, indent, eol));
  const outer = operation.inside && findAtRule(sheet, operation.inside);
  if (outer && operation.selector !== undefined) {
    const lines = [`${operation.selector} {`, ...missing.map((line) => indent + line), '}'];
    return edited(text, intoBlock(sheet, outer, [lines.join(eol)], indent, eol));
  }
  return edited(text, [atEnd(sheet, wholeRule(operation, missing, indent), eol)]);
}

export function removeRule(sheet: Sheet, operation: RuleOperation): Outcome {
  const holder = findHolder(sheet, operation);
  const going = Object.entries(operation.declarations).flatMap(([name, value]) =>
    (holder ? declarationsOf(holder, name) : [])
      .filter((one) => operation.any || normal(one.value) === normal(value))
      .slice(-1),
  );
  if (!holder || going.length === 0) return { kind: 'already', at: 0 };
  const last = going.length === (holder.nodes ?? []).length;
  if (!last)
    return edited(
      sheet.text,
      going.map((node) => cutNode(sheet, node)),
    );
  // A block that is left with nothing in it goes, and one around it that held nothing else.
  const outer = holder.parent as Container | undefined;
  const whole = (outer?.type === 'atrule' && outer.nodes?.length === 1 ? outer : holder) as ChildNode;
  return edited(sheet.text, [cutNode(sheet, whole, true)]);
}

export function ruleText(operation: RuleOperation): string {
  const declarations = Object.entries(operation.declarations).map(([name, value]) => `${name}: ${value};`);
  return wholeRule(operation, declarations, '').join(' ');
}

function wholeRule({ selector, inside }: RuleOperation, declarations: readonly string[], indent: string): string[] {
  const rule =
    selector === undefined ? [...declarations] : [`${selector} {`, ...declarations.map((line) => indent + line), '}'];
  if (!inside) return rule;
  return [
    `@${inside.name}${inside.params === '' ? '' : ` ${inside.params}`} {`,
    ...rule.map((line) => indent + line),
    '}',
  ];
}

function findAtRule({ root }: Sheet, { name, params }: { name: string; params: string }): AtRule | undefined {
  return atRules(root, name).find((node) => node.nodes !== undefined && normal(node.params) === normal(params));
}

/** The last block that the declarations would stand in: later ones win. */
function findHolder(sheet: Sheet, { selector, inside }: RuleOperation): Holder | undefined {
  const outer = inside ? findAtRule(sheet, inside) : sheet.root;
  if (selector === undefined) return outer?.type === 'atrule' ? outer : undefined;
  const wanted = normal(selector);
  return (outer?.nodes ?? []).findLast(
    (node): node is Rule => node.type === 'rule' && normal(node.selector) === wanted,
  );
}

function declarationsOf(holder: Holder, name: string): Declaration[] {
  return (holder.nodes ?? []).filter((node): node is Declaration => node.type === 'decl' && node.prop === name);
}

/** Lines at the end of a block, on its own line where it has only one. */
function intoBlock(sheet: Sheet, holder: Holder, lines: readonly string[], unit: string, eol: string): Splice[] {
  const { text } = sheet;
  const close = endOf(sheet, holder) - 1;
  const last = holder.nodes?.at(-1);
  const start = startOf(sheet, holder);
  const outer = indentAt(text, start);
  const indent =
    last && text.slice(lineStart(text, startOf(sheet, last)), startOf(sheet, last)).trim() === ''
      ? indentAt(text, startOf(sheet, last))
      : outer + unit;
  const nested = lines.map((line) => line.replaceAll('\n', `\n${indent}`));
  if (!last) {
    const open = text.lastIndexOf('{', close) + 1;
    return [
      {
        at: open,
        removed: text.slice(open, close),
        inserted: nested.map((line) => eol + indent + line).join('') + eol + outer,
      },
    ];
  }
  const end = endOf(sheet, last);
  const closed = last.type !== 'decl' || text[end - 1] === ';' ? '' : ';';
  const oneLine = !text.slice(start, close).includes('\n');
  const lead = oneLine && !nested.some((line) => line.includes('\n')) ? ' ' : eol + indent;
  const behind = text.slice(end, close).includes('\n') || lead === ' ' ? '' : eol + outer;
  const trailing = /^[ \t]*\/\*[^\n]*?\*\/[ \t]*(?=\r?\n)/.exec(text.slice(end, close))?.[0].length ?? 0;
  const inserted = nested.map((line) => lead + line).join('') + behind;
  if (trailing === 0 || closed === '') return [{ at: end + trailing, removed: '', inserted: closed + inserted }];
  return [
    { at: end, removed: '', inserted: closed },
    { at: end + trailing, removed: '', inserted },
  ];
}

function atEnd({ text }: Sheet, lines: readonly string[], eol: string): Splice {
  const end = text.trimEnd().length;
  const lead = end === 0 ? '' : eol + eol;
  return { at: end, removed: '', inserted: lead + lines.join(eol) + (end === text.length ? eol : '') };
}
