import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import { indentAt, lineEnd, lineStart } from '../../text/positions.ts';
import { cutWithLine } from '../../text/own-line.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Outcome, type Surroundings } from '../format.ts';
import { normalCode, textOf } from './arrays.ts';
import { childOf, lastPart, listOf, nameOf, type Php, type PhpScript } from './document.ts';

export interface UseOperation {
  op: 'use';
  /** The full name, without a leading backslash. */
  name: string;
  as?: string | undefined;
}

export interface StatementOperation {
  op: 'statement';
  code: string;
  in?: 'returned' | undefined;
  before?: string[] | undefined;
}

export function findUse(script: PhpScript, { name }: UseOperation): Php | undefined {
  return script.statements.find((node) => {
    const [only, ...more] = node.kind === 'usegroup' ? listOf(node, 'items') : [];
    return more.length === 0 && typeof node.name !== 'string' && nameOf(only)?.replace(/^\\/, '') === name;
  });
}

export function addUse(script: PhpScript, operation: UseOperation, around: Surroundings, handwork: string): Outcome {
  const { text } = script;
  const short = operation.as ?? lastPart(operation.name);
  const present = script.uses.get(short);
  const groups = script.statements.filter(({ kind }) => kind === 'usegroup');
  if (present === operation.name) return { kind: 'already', at: groups[0]?.start ?? 0 };
  if (present !== undefined) return refused(text, groups[0]?.start, `${short} means ${present} in this file`, handwork);
  if (script.statements.some((node) => node.kind === 'class' && nameOf(node) === short))
    return refused(text, undefined, `the file has a class ${short} of its own`, handwork);
  if (script.uses.size === 0 && !script.namespace && !/^\s*(?:#![^\n]*\n)?<\?php\s/.test(text.replace('\uFEFF', '')))
    return refused(text, 0, 'the file begins with HTML', handwork);
  const eol = lineBreakOf(text) ?? around.style.eol;
  const line = `use ${operation.name}${operation.as ? ` as ${operation.as}` : ''};`;
  return edited(text, [placeUse(script, groups, operation.name, line, eol)]);
}

function placeUse(
  { text, statements, namespace, top }: PhpScript,
  groups: readonly Php[],
  name: string,
  line: string,
  eol: string,
): Splice {
  const plain = groups.filter(({ type, name: prefix }) => typeof type !== 'string' && typeof prefix !== 'string');
  const names = plain.map((group) => (nameOf(listOf(group, 'items')[0]) ?? '').toLowerCase());
  const sorted = names.length > 1 && names.every((one, index) => index === 0 || (names[index - 1] ?? '') <= one);
  const next = sorted ? plain[names.findIndex((one) => one > name.toLowerCase())] : undefined;
  if (next && startsLine(text, next.start)) return { at: next.start, removed: '', inserted: line + eol };
  const last = (plain.length > 0 ? plain : groups).at(-1);
  if (last) return { at: behindSemicolon(text, last.end), removed: '', inserted: eol + line };
  const declared = top.findLast(({ kind }) => kind === 'declare');
  const head = namespace
    ? text.indexOf(namespace.withBrackets === true ? '{' : ';', namespace.start) + 1
    : declared
      ? behindSemicolon(text, declared.end)
      : text.indexOf('<?php') + '<?php'.length;
  const [first] = statements.filter(({ kind }) => kind !== 'declare');
  const gap = first && text.slice(head, first.start).split('\n').length <= 2 ? eol : '';
  return { at: head, removed: '', inserted: eol + eol + line + gap };
}

/** The statements among which one goes: the file's own, or those of the function that it returns. */
function blockOf(
  script: PhpScript,
  place: StatementOperation['in'],
): { statements: Php[]; close: number | undefined } | undefined {
  if (place === undefined) return { statements: script.statements, close: undefined };
  const value = script.statements.filter(({ kind }) => kind === 'return').map((node) => childOf(node, 'expr'))[0];
  const body = value?.kind === 'closure' ? childOf(value, 'body') : undefined;
  return body && { statements: listOf(body, 'children'), close: body.end - 1 };
}

export function findStatement(script: PhpScript, { code, in: place }: StatementOperation): Php | undefined {
  const wanted = normalCode(code, script.uses).replace(/;$/, '');
  return blockOf(script, place)?.statements.find(
    (node) => normalCode(textOf(script, node), script.uses).replace(/;$/, '') === wanted,
  );
}

export function addStatement(
  script: PhpScript,
  operation: StatementOperation,
  around: Surroundings,
  handwork: string,
): Outcome {
  const { text } = script;
  const present = findStatement(script, operation);
  if (present) return { kind: 'already', at: present.start };
  const block = blockOf(script, operation.in);
  if (!block) return refused(text, undefined, 'it returns no function', handwork);
  const eol = lineBreakOf(text) ?? around.style.eol;
  const code = operation.code.replaceAll(/\r?\n/g, eol);
  const next = block.statements.find((node) =>
    (operation.before ?? []).some((start) => textOf(script, node).startsWith(start)),
  );
  if (next && startsLine(text, next.start)) {
    const indent = indentAt(text, next.start);
    return edited(text, [
      { at: lineStart(text, next.start), removed: '', inserted: indent + nested(code, indent) + eol },
    ]);
  }
  if (block.statements.some(({ kind }) => kind === 'inline') || script.top.some(({ kind }) => kind === 'inline'))
    return refused(text, undefined, 'the file has HTML beside its statements', handwork);
  const last = block.statements.filter(({ kind }) => kind !== 'inline').at(-1);
  if (last) {
    const indent = indentAt(text, last.start);
    const at = lineTail(text, behindSemicolon(text, last.end));
    return edited(text, [{ at, removed: '', inserted: eol + indent + nested(code, indent) }]);
  }
  if (block.close !== undefined) {
    const outer = indentAt(text, block.close);
    const indent = outer + (indentOf(text) ?? around.style.indent);
    const open = text.lastIndexOf('{', block.close) + 1;
    return edited(text, [
      { at: open, removed: text.slice(open, block.close), inserted: eol + indent + nested(code, indent) + eol + outer },
    ]);
  }
  const open = text.indexOf('<?php');
  if (open === -1) return refused(text, undefined, 'the file has no PHP', handwork);
  const at = lineEnd(text, open);
  return edited(text, [{ at, removed: '', inserted: eol + eol + code + (at === text.length ? eol : '') }]);
}

/** Cuts a statement with its line, and its semicolon where the parser leaves that out. */
export function statementCut(text: string, node: Php): Splice {
  return cutWithLine(text, node.start, behindSemicolon(text, node.end));
}

function behindSemicolon(text: string, end: number): number {
  if (text[end - 1] === ';') return end;
  const match = /^\s*;/.exec(text.slice(end, end + 200));
  return end + (match?.[0].length ?? 0);
}

/** Behind a comment on the rest of the line, which belongs to the statement. */
function lineTail(text: string, from: number): number {
  const match = /^[ \t]*(?:\/\/|#)(?:(?!\?>)[^\r\n])*/.exec(text.slice(from, lineEnd(text, from)));
  return from + (match?.[0].length ?? 0);
}

function startsLine(text: string, at: number): boolean {
  return text.slice(lineStart(text, at), at).trim() === '';
}

function nested(code: string, indent: string): string {
  return code.replaceAll(/\n(?=[^\r\n])/g, `\n${indent}`);
}
