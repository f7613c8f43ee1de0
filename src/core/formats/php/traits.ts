import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import { cutWithLine } from '../../text/own-line.ts';
import { indentAt } from '../../text/positions.ts';
import { edited, refused, type Outcome, type Surroundings } from '../format.ts';
import { classOf, isBlocked } from './arrays.ts';
import { childOf, childrenOf, lastPart, textOf, type Php, type PhpScript } from './document.ts';

/** A trait that the file's class uses, by the name that it has in the file. */
export interface TraitOperation {
  op: 'trait';
  name: string;
  class?: string | undefined;
}

interface Used {
  statement: Php;
  names: Php[];
}

function traitsOf(script: PhpScript, holder: Php): Used[] {
  return childrenOf(childOf(holder, 'body'), 'use_declaration').map((statement) => ({
    statement,
    names: childrenOf(statement, 'name', 'qualified_name'),
  }));
}

function isNamed(script: PhpScript, node: Php, name: string): boolean {
  return lastPart(textOf(script, node)) === lastPart(name);
}

/** Has a class use a trait: beside those on its last such line, or on a line of its own at the head of the class. */
export function addTrait(
  script: PhpScript,
  operation: TraitOperation,
  around: Surroundings,
  handwork: string,
): Outcome {
  const { text } = script;
  const holder = classOf(script, operation.class);
  if (isBlocked(holder)) return refused(text, holder.at, holder.blocked, handwork);
  const used = traitsOf(script, holder);
  const present = used.flatMap(({ names }) => names).find((node) => isNamed(script, node, operation.name));
  if (present) return { kind: 'already', at: present.start };
  const last = used.at(-1);
  const eol = lineBreakOf(text) ?? around.style.eol;
  const beside = last?.names.at(-1);
  if (last && beside && last.names.length > 1)
    return edited(text, [{ at: beside.end, removed: '', inserted: `, ${operation.name}` }]);
  const line = `use ${operation.name};`;
  if (last)
    return edited(text, [
      { at: last.statement.end, removed: '', inserted: eol + indentAt(text, last.statement.start) + line },
    ]);
  const body = childOf(holder, 'body');
  if (!body) return refused(text, holder.start, 'its class has no body', handwork);
  const indent = indentAt(text, holder.start) + (indentOf(text) ?? around.style.indent);
  const isEmpty = text.slice(body.start + 1, body.end - 1).trim() === '';
  const inserted = isEmpty ? `${eol}${indent}${line}` : `${eol}${indent}${line}${eol}`;
  return edited(text, [{ at: body.start + 1, removed: '', inserted }]);
}

/** Takes a trait out of a class again. */
export function removeTrait(script: PhpScript, operation: TraitOperation): Outcome {
  const { text } = script;
  const holder = classOf(script, operation.class);
  const used = isBlocked(holder) ? [] : traitsOf(script, holder);
  for (const { statement, names } of used) {
    const at = names.findIndex((node) => isNamed(script, node, operation.name));
    const own = names[at];
    if (!own) continue;
    if (names.length === 1) return edited(text, [cutWithLine(text, statement.start, statement.end)]);
    const [from, to] = at === 0 ? [own.start, names[1]?.start ?? own.end] : [names[at - 1]?.end ?? own.start, own.end];
    return edited(text, [{ at: from, removed: text.slice(from, to), inserted: '' }]);
  }
  return { kind: 'already', at: 0 };
}
