import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import { edited, refused, type Outcome, type Surroundings } from '../format.ts';
import { insertMember, removeMember, type Container } from '../members.ts';
import { normalCode } from './arrays.ts';
import { childOf, childrenOf, textOf, valueOf, type Php, type PhpScript } from './document.ts';
import { callsNamed } from './places.ts';

/** A named argument of a call in the file's own chain (`->withRouting(web: …)`). */
export interface ArgumentOperation {
  op: 'argument';
  call: string;
  name: string;
  code: string;
}

/** Gives a call a named argument; another value of it is a refusal. */
export function addArgument(
  script: PhpScript,
  operation: ArgumentOperation,
  around: Surroundings,
  handwork: string,
): Outcome {
  const { text } = script;
  const [call, second] = callsNamed(script, operation.call);
  const holder = childOf(call, 'arguments');
  if (!holder) return refused(text, undefined, `it has no call of ${operation.call}()`, handwork);
  if (second) return refused(text, second.start, `it calls ${operation.call}() more than once`, handwork);
  const given = childrenOf(holder, 'argument');
  const present = named(script, given, operation.name);
  if (present) {
    const same = normalCode(textOf(script, valueOf(present)), script.uses) === normalCode(operation.code, script.uses);
    return same
      ? { kind: 'already', at: present.start }
      : refused(text, present.start, `${operation.name} is given already, with another value`, handwork);
  }
  const unnamed = given.find((one) => !childOf(one, 'name'));
  if (unnamed) return refused(text, unnamed.start, `${operation.call}() is given arguments without names`, handwork);
  const style = {
    indent: indentOf(text) ?? around.style.indent,
    eol: lineBreakOf(text) ?? around.style.eol,
    trailingComma: true,
  };
  const container = containerOf(holder, given);
  return edited(
    text,
    insertMember(text, container, container.children.length, () => `${operation.name}: ${operation.code}`, style),
  );
}

/** Takes a named argument out again, if it has the value that it was given. */
export function removeArgument(script: PhpScript, operation: ArgumentOperation, handwork: string): Outcome {
  const { text } = script;
  const holder = childOf(callsNamed(script, operation.call)[0], 'arguments');
  const given = childrenOf(holder, 'argument');
  const present = named(script, given, operation.name);
  if (!holder || !present) return { kind: 'already', at: holder?.start ?? 0 };
  if (normalCode(textOf(script, valueOf(present)), script.uses) !== normalCode(operation.code, script.uses))
    return refused(text, present.start, `${operation.name} has been changed since`, handwork);
  return edited(text, removeMember(text, containerOf(holder, given), given.indexOf(present)));
}

/** The argument that a call is given by a name. */
export function argumentNamed(script: PhpScript, call: Php, name: string): Php | undefined {
  return named(script, childrenOf(childOf(call, 'arguments'), 'argument'), name);
}

function named(script: PhpScript, given: readonly Php[], name: string): Php | undefined {
  return given.find((one) => textOf(script, childOf(one, 'name')) === name);
}

function containerOf(holder: Php, given: readonly Php[]): Container {
  return {
    open: holder.start + 1,
    close: holder.end - 1,
    children: given.map(({ start, end }) => ({ start, end })),
    bracket: '[',
  };
}
