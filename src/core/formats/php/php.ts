import { indentOf, lineBreakOf } from '../../text/code-style.ts';
import { edited, refused, type Format, type Outcome, type Surroundings } from '../format.ts';
import { insertMember, removeMember } from '../members.ts';
import { addArgument, removeArgument, type ArgumentOperation } from './arguments.ts';
import {
  arrayContainer,
  entryOf,
  findArray,
  hasAdded,
  isBlocked,
  isOpen,
  itemOf,
  normalCode,
  quoted,
  within,
  type GivenArray,
  type PhpArray,
} from './arrays.ts';
import { readPhp, textOf, valueOf, type Php, type PhpScript } from './document.ts';
import { addGiven, givenArray, removeGiven } from './given-arrays.ts';
import { addStatement, cutStatement, type StatementOperation } from './statements.ts';
import { addTrait, removeTrait, type TraitOperation } from './traits.ts';
import { addUse, cutUse, type UseOperation } from './uses.ts';

/**
 * Operations on PHP files. `pointer` (RFC 6901) leads from an array into arrays inside it.
 * - `entry`: the array has the entry `key` (as code) with the value `code`; another value is a refusal, unless `any`.
 * - `item`: the list has the item `code`.
 * - `use`: the class is imported, in order where the imports are. A short name that stands for another class is a refusal.
 * - `statement`: the file (or with `in` a function in it) has a statement, last or before the first that begins as `before`.
 * - `argument`: a call in the file's chain has the named argument; another value is a refusal.
 * - `trait`: the file's class uses a trait.
 */
export type PhpOperation =
  | { op: 'entry'; array: PhpArray; pointer: string; key: string; code: string; any?: boolean | undefined }
  | { op: 'item'; array: PhpArray; pointer: string; code: string }
  | UseOperation
  | StatementOperation
  | ArgumentOperation
  | TraitOperation;

type ArrayOperation = Extract<PhpOperation, { op: 'entry' | 'item' }>;

export const php: Format<PhpOperation> = {
  edit(text, operation, around) {
    const script = readPhp(text);
    const by = handwork(operation);
    if ('reason' in script) return refused(text, script.at, script.reason, by);
    switch (operation.op) {
      case 'use':
        return addUse(script, operation, around, by);
      case 'statement':
        return addStatement(script, operation, around, by);
      case 'argument':
        return addArgument(script, operation, around, by);
      case 'trait':
        return addTrait(script, operation, around, by);
      default:
        return addToArray(script, operation, around);
    }
  },
  remove(text, operation) {
    const by = `Take out by hand: ${handwork(operation)}`;
    const script = readPhp(text);
    if ('reason' in script) return refused(text, script.at, script.reason, by);
    if (operation.op === 'argument') return removeArgument(script, operation, by);
    if (operation.op === 'trait') return removeTrait(script, operation);
    if (operation.op === 'use' || operation.op === 'statement') {
      const cut = operation.op === 'use' ? cutUse(script, operation) : cutStatement(script, operation);
      return cut ? edited(text, [cut]) : { kind: 'already', at: 0 };
    }
    return removeFromArray(script, operation, by);
  },
};

function addToArray(script: PhpScript, operation: ArrayOperation, around: Surroundings): Outcome {
  const { text } = script;
  const unit = indentOf(text) ?? around.style.indent;
  const given = isGiven(operation.array) ? givenArray(script, operation.array) : undefined;
  if (given === 'none' && isGiven(operation.array))
    return addGiven(
      script,
      operation.array,
      memberText(operation, [], false),
      { ...around, unit },
      handwork(operation),
    );
  const found = arrayAt(script, operation);
  if (isBlocked(found)) return refused(text, found.at, found.blocked, handwork(operation));
  const { array, rest } = found;
  if (rest.length === 0) {
    const present =
      operation.op === 'entry' ? entryOf(script, array, operation.key) : itemOf(script, array, operation.code);
    if (present && operation.op === 'entry' && !operation.any && !hasValue(script, present, operation.code))
      return refused(text, present.start, `${operation.key} is there already, with another value`, handwork(operation));
    if (present) return { kind: 'already', at: present.start };
    if (operation.op === 'entry' && isOpen(array))
      return refused(
        text,
        array.start,
        `${operation.key} may come from an array that is spread in`,
        handwork(operation),
      );
  }
  if (operation.op === 'item' && hasAdded(script, array))
    return refused(text, array.start, 'other arrays are added to it, whose items would be hidden', handwork(operation));
  const container = arrayContainer(array);
  const long = text[container.open - 1] === '(';
  const made = memberText(operation, rest, long);
  const style = {
    indent: unit,
    eol: lineBreakOf(text) ?? around.style.eol,
    trailingComma: true,
  };
  // A list of PHP's own standard (PER Coding Style, section 2.6) ends in a comma where it spans lines.
  const make = (indent: string): string => made.replaceAll('\n', `${style.eol}${indent}`);
  return edited(text, insertMember(text, container, container.children.length, make, style));
}

function isGiven(array: PhpArray): array is GivenArray {
  return typeof array === 'object' && 'given' in array;
}

function arrayAt(script: PhpScript, { array, pointer }: ArrayOperation): ReturnType<typeof findArray> {
  if (!isGiven(array)) return findArray(script, array, pointer);
  const given = givenArray(script, array);
  if (given === 'none') return { blocked: `it has no call of ${array.given}()`, at: 0 };
  return isBlocked(given) ? given : within(script, given, pointer);
}

function memberText(operation: ArrayOperation, rest: readonly string[], long: boolean): string {
  const [open, close] = long ? ['array(', ')'] : ['[', ']'];
  const own = operation.op === 'entry' ? `${operation.key} => ${operation.code}` : operation.code;
  return rest.reduceRight((held, key) => `${quoted(key)} => ${open}${held}${close}`, own);
}

function hasValue(script: PhpScript, entry: Php, code: string): boolean {
  return normalCode(textOf(script, valueOf(entry)), script.uses) === normalCode(code, script.uses);
}

function removeFromArray(script: PhpScript, operation: ArrayOperation, by: string): Outcome {
  const { text } = script;
  const whole = isGiven(operation.array)
    ? removeGiven(script, operation.array, memberText(operation, [], false))
    : undefined;
  if (whole) return whole;
  const found = arrayAt(script, operation);
  if (isBlocked(found)) return refused(text, found.at, found.blocked, by);
  const { array, rest } = found;
  const member =
    operation.op === 'entry' ? entryOf(script, array, operation.key) : itemOf(script, array, operation.code);
  const container = arrayContainer(array);
  if (rest.length > 0 || !member) return { kind: 'already', at: array.start };
  if (operation.op === 'entry' && !operation.any && !hasValue(script, member, operation.code))
    return refused(text, member.start, `${operation.key} has been changed since`, by);
  const index = container.children.findIndex(({ start }) => start === member.start);
  return edited(text, removeMember(text, container, index));
}

function handwork(operation: PhpOperation): string {
  if (operation.op === 'use')
    return `Add the line\n  use ${operation.name}${operation.as ? ` as ${operation.as}` : ''};`;
  if (operation.op === 'statement') return `Add ${placeInWords(operation.in)}\n  ${operation.code}`;
  if (operation.op === 'argument')
    return `Give ${operation.call}() the argument\n  ${operation.name}: ${operation.code}`;
  if (operation.op === 'trait') return `Put at the head of the class\n  use ${operation.name};`;
  const own = operation.op === 'entry' ? `${operation.key} => ${operation.code},` : `${operation.code},`;
  const { array } = operation;
  const where =
    array === 'returned'
      ? 'that the file returns'
      : 'method' in array
        ? `that ${array.method}() returns`
        : 'given' in array
          ? `that ${array.on}->${array.given}() is given, in the function that ${array.in}() is given`
          : `in $${array.property}`;
  return `Put this into the array ${where}${operation.pointer === '' ? '' : ` at ${operation.pointer}`}:\n  ${own}`;
}

function placeInWords(place: StatementOperation['in']): string {
  if (place === undefined) return 'at the end';
  if (place === 'returned') return 'to the function that the file returns';
  if ('call' in place) return `to the function that ${place.call}() is given`;
  return `to ${place.method}()${place.only ? `, for ${place.only.join(' and ')} alone` : ''}`;
}
