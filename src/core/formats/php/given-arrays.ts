import { addStatement, cutStatement } from './statements.ts';
import { edited, type Outcome, type Surroundings } from '../format.ts';
import { arrayIn, isBlocked, itemsOf, type GivenArray, type PhpBlocked } from './arrays.ts';
import { childOf, childrenOf, nameOf, textOf, valueOf, type Php, type PhpScript } from './document.ts';
import { blockAt, callsAmong, givenChain, linksOf, type PhpPlace } from './places.ts';

/** The array that a call in a block is given; `none` where nothing calls it there. */
export function givenArray(script: PhpScript, { given, in: place }: GivenArray): Php | PhpBlocked | 'none' {
  const chain = givenChain(script, place);
  const block = chain ? { statements: [] } : blockAt(script, { call: place });
  if (isBlocked(block)) return block;
  const [call, second] = chain
    ? linksOf(chain).filter((link) => nameOf(script, link) === given)
    : callsAmong(script, block.statements, given);
  if (!call) return 'none';
  if (second) return { blocked: `it calls ${given}() more than once`, at: second.start };
  const [first] = childrenOf(childOf(call, 'arguments'), 'argument');
  const array = first ? arrayIn(script, valueOf(first), block.statements) : undefined;
  if (!array) return { blocked: `${given}() is given no array`, at: call.start };
  // One that a statement of ours had could not be told from it when it is taken out again.
  const isBare = !isBlocked(array) && itemsOf(array).length === 0 && /^\[\s*\n\s*\]$/.test(textOf(script, array));
  return isBare ? { blocked: 'the array is empty and spans lines', at: array.start } : array;
}

/** The statement that makes the call where there is none, with one entry. */
function statementFor({ given, on }: GivenArray, entry: string, unit: string): string {
  return `${on}->${given}([\n${unit}${entry},\n]);`;
}

/** Puts a call with an array of one entry behind the statements of its block. */
export function addGiven(
  script: PhpScript,
  array: GivenArray,
  entry: string,
  around: Surroundings & { unit: string },
  handwork: string,
): Outcome {
  const code = statementFor(array, entry, around.unit);
  return addStatement(script, { op: 'statement', code, in: placeOf(array) }, around, handwork);
}

/** Takes the whole call out where its array has nothing but this entry, in the form in which it was made; undefined elsewhere. */
export function removeGiven(script: PhpScript, array: GivenArray, entry: string): Outcome | undefined {
  const statement = { op: 'statement' as const, code: statementFor(array, entry, ''), in: placeOf(array) };
  const cut = cutStatement(script, statement, (text) => /\[\s*\n[^\n]*\n\s*\]\);?$/.test(text));
  return cut && edited(script.text, [cut]);
}

function placeOf({ in: call }: GivenArray): PhpPlace {
  return { call, chained: true };
}
