import { hasOwnLine } from '../text/own-line.ts';
import { lineStart } from '../text/positions.ts';
import type { Likened, Pruned } from './common.ts';
import type { Stretch } from './pruned-text.ts';
import { shapesIn, type Shape } from './shape.ts';

const FUNCTION = /^(ArrowFunctionExpression|FunctionExpression)$/;

// The methods of requests by which routers call their own (RFC 9110, section 9).
const METHOD = /\.(get|post|put|patch|delete)$/;

/**
 * A handler for the first path of a router that would have none, written up to its body as the base's own is, which does what `answer`
 * says of the name of its second parameter; in the place of the first that went. Undefined where the base has no such handler.
 */
export function answerIn(
  { text, shape }: Likened,
  { cut }: Pruned,
  answer: (response: string) => string,
): Stretch | undefined {
  const statements = [...shapesIn(shape)].filter(
    ({ kind, label }) => kind === 'ExpressionStatement' && /\.get$/.test(label ?? ''),
  );
  if (statements.some((one) => !cut.has(one))) return undefined;
  const [first] = [...cut]
    .filter(({ kind, label }) => kind === 'ExpressionStatement' && METHOD.test(label ?? ''))
    .sort((a, b) => a.start - b.start);
  const wanted =
    statements.find((one) => /\.get\s*\(\s*['"`]\/['"`]/.test(text.slice(one.start, one.end))) ?? statements[0];
  const last = wanted?.slots[0]?.slots.findLast(({ part }) => part?.startsWith('arguments '));
  const handler = last && FUNCTION.test(last.kind) ? last : undefined;
  const body = handler?.slots.find(({ part }) => part === 'body');
  const response = handler?.slots.find(({ part }) => part === 'params')?.members?.[1];
  if (!first || !wanted || !handler || !body || !response) return undefined;
  const call = answer(text.slice(response.start, response.end).replace(/:.*$/s, '').trim());
  const end = text.slice(wanted.start, wanted.end).endsWith(';') ? ');' : ')';
  const code = headOf(text, wanted, handler, body) + bodyOf(text, body, call) + end;
  const at = hasOwnLine(text, first.start, first.end) ? lineStart(text, first.start) : first.start;
  return { start: at, end: at, by: `${code}\n\n` };
}

/** The call up to the handler's body, without words that only what was in it needed. */
function headOf(text: string, wanted: Shape, handler: Shape, body: Shape): string {
  const before = text.slice(wanted.start, handler.start);
  return before + text.slice(handler.start, body.start).replace(/^async\s+/, '');
}

/** A body that does one thing, in the form that another one has. */
function bodyOf(text: string, { start, end }: Shape, call: string): string {
  if (!text.startsWith('{', start)) return call;
  const inner = /^\{\r?\n([ \t]+)/.exec(text.slice(start));
  const semicolon = /;\s*\}$/.test(text.slice(start, end)) ? ';' : '';
  return inner ? `{\n${inner[1] ?? ''}${call}${semicolon}\n}` : `{ ${call}${semicolon} }`;
}
