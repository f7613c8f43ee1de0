import { cutWithLine } from '../../text/own-line.ts';
import type { Splice } from '../../text/splices.ts';
import { addLink, chainLink, linkCut } from './chain-links.ts';
import { indentAt, lineEnd, lineStart } from '../../text/positions.ts';
import { edited, refused, type Outcome, type Surroundings } from '../format.ts';
import { isBlocked, normalCode } from './arrays.ts';
import { textOf, type Php, type PhpScript } from './document.ts';
import { inManner, nested } from './in-manner.ts';
import { blockAt, type Block, type PhpPlace } from './places.ts';

export interface StatementOperation {
  op: 'statement';
  code: string;
  in?: PhpPlace | undefined;
  before?: string[] | undefined;
}

/** What takes the statement of a place out that is written as an operation has it; undefined where there is none, or where `isOurs` denies it. */
export function cutStatement(
  script: PhpScript,
  { code, in: place }: StatementOperation,
  isOurs: (text: string) => boolean = () => true,
): Splice | undefined {
  const link = chainLink(script, { code, in: place });
  if (link?.present && isOurs(textOf(script, link.present))) return linkCut(script.text, link.present);
  const block = blockAt(script, place);
  const found = isBlocked(block) ? undefined : statementLike(script, block, code);
  return found && isOurs(textOf(script, found)) ? statementCut(script.text, found) : undefined;
}

/** Cuts a statement with its line. */
export function statementCut(text: string, node: Php): Splice {
  return cutWithLine(text, node.start, node.end);
}

function statementLike(script: PhpScript, { statements }: Block, code: string): Php | undefined {
  const plain = (text: string): string => normalCode(text, script.uses).replace(/;$/, '');
  const wanted = plain(code);
  return statements.find((node) => plain(textOf(script, node)) === wanted);
}

/** Puts a statement in, last or before the first that begins as one of `before`; what the block returns stays last. */
export function addStatement(
  script: PhpScript,
  operation: StatementOperation,
  around: Surroundings,
  handwork: string,
): Outcome {
  const { text } = script;
  const link = chainLink(script, operation);
  if (link) return addLink(script, link, around);
  const block = blockAt(script, operation.in);
  if (isBlocked(block)) return refused(text, block.at, block.blocked, handwork);
  const present = statementLike(script, block, operation.code);
  if (present) return { kind: 'already', at: present.start };
  const { eol, unit, code } = inManner(text, operation.code, around);
  const next = block.statements.find(
    (node) =>
      node.kind === 'return_statement' ||
      (operation.before ?? []).some((start) => textOf(script, node).startsWith(start)),
  );
  if (next) {
    if (!startsLine(text, next.start))
      return refused(text, next.start, 'something else is on the line that it goes before', handwork);
    const indent = indentAt(text, next.start);
    const gap = next.kind === 'return_statement' && next !== block.statements[0] ? gapBefore(text, next) : 0;
    const at = lineStart(text, next.start) - gap;
    return edited(text, [{ at, removed: '', inserted: indent + nested(code, indent) + eol }]);
  }
  if ([...block.statements, ...script.top].some(({ kind }) => kind === 'text_interpolation'))
    return refused(text, undefined, 'the file has HTML beside its statements', handwork);
  const last = block.statements.at(-1);
  if (last) {
    const indent = indentAt(text, last.start);
    return edited(text, [{ at: lineTail(text, last.end), removed: '', inserted: eol + indent + nested(code, indent) }]);
  }
  return intoEmpty(text, block, { code, eol, indent: unit }, handwork);
}

/** How long the blank line before a statement is, so that what goes before it stays with what stands above. */
function gapBefore(text: string, node: Php): number {
  const line = lineStart(text, node.start);
  return /(\r?\n)[ \t]*\r?\n$/.test(text.slice(0, line))
    ? line - text.slice(0, line).trimEnd().length - breakAt(text, line)
    : 0;
}

function breakAt(text: string, line: number): number {
  const from = text.slice(0, line).trimEnd().length;
  return text[from] === '\r' ? 2 : 1;
}

function intoEmpty(
  text: string,
  { open, close }: Block,
  { code, eol, indent: unit }: { code: string; eol: string; indent: string },
  handwork: string,
): Outcome {
  if (open === undefined || close === undefined) {
    const tag = text.indexOf('<?php');
    if (tag === -1) return refused(text, undefined, 'the file has no PHP', handwork);
    const at = lineEnd(text, tag);
    return edited(text, [{ at, removed: '', inserted: eol + eol + code + (at === text.length ? eol : '') }]);
  }
  const outer = indentAt(text, close);
  const indent = outer + unit;
  const inner = text.slice(open, close);
  const kept = inner.trim() === '' || /^\s*\/\/\s*$/.test(inner) ? '' : inner.trimEnd();
  const inserted = kept + eol + indent + nested(code, indent) + eol + outer;
  return edited(text, [
    { at: open + kept.length, removed: inner.slice(kept.length), inserted: inserted.slice(kept.length) },
  ]);
}

/** Behind a comment on the rest of the line, which belongs to the statement. */
function lineTail(text: string, from: number): number {
  const match = /^[ \t]*(?:\/\/|#)(?:(?!\?>)[^\r\n])*/.exec(text.slice(from, lineEnd(text, from)));
  return from + (match?.[0].length ?? 0);
}

function startsLine(text: string, at: number): boolean {
  return text.slice(lineStart(text, at), at).trim() === '';
}
