import { hasOwnLine } from '../text/own-line.ts';
import { indentAt, lineStart } from '../text/positions.ts';
import type { Likened, Pruned } from './common.ts';
import type { Stretch } from './pruned-text.ts';
import { isElement, shapesIn, tagOf, type Shape } from './shape.ts';

const HEADING = /^h[1-6]$/;

/**
 * Where a heading goes into a text that shows its name nowhere, and what it is: in the place of what each text has of its own, and
 * written as most of them write their first heading. Undefined where the text has no markup.
 */
export function headingIn(
  base: Likened,
  others: readonly Likened[],
  { cut, emptied }: Pruned,
  stretches: readonly Stretch[],
  heading: { words: string; tag: string },
): Stretch | undefined {
  const { text, shape } = base;
  const all = [...shapesIn(shape)];
  const root = all.find((one) => (isElement(one) || one.kind === 'JSXFragment') && !isIn(one, stretches));
  const frame = all.find((one) => emptied.has(one) && !isIn(one, stretches)) ?? root;
  const bare = all.find((one) => isHeading(one) && !isIn(one, stretches) && isBare(one, cut));
  const opening = bare && tagOf(bare);
  if (opening) return { start: opening.end, end: opening.end, by: heading.words };
  // A heading whose words come from elsewhere is one, too.
  const hasHeading = all.some((one) => isHeading(one) && !isIn(one, stretches));
  if (!frame || hasHeading) return undefined;
  const code = headingCode(base, others, heading);
  const gone = frame.members?.find((one) => cut.has(one));
  if (gone) {
    const onOwnLine = hasOwnLine(text, gone.start, gone.end);
    const at = onOwnLine ? lineStart(text, gone.start) : gone.start;
    return { start: at, end: at, by: onOwnLine ? `${indentAt(text, gone.start)}${code}\n` : code };
  }
  const last = frame.members?.at(-1);
  if (!last) return undefined;
  const by = hasOwnLine(text, last.start, last.end) ? `\n${indentAt(text, last.start)}${code}` : code;
  return { start: last.end, end: last.end, by };
}

function isHeading(shape: Shape): boolean {
  return isElement(shape) && HEADING.test(shape.label ?? '');
}

/** Whether all words of an element have gone. */
function isBare({ members = [] }: Shape, cut: ReadonlySet<Shape>): boolean {
  return members.length > 0 && members.every((one) => cut.has(one));
}

function isIn({ start }: Shape, stretches: readonly Stretch[]): boolean {
  return stretches.some((one) => one.start <= start && start < one.end);
}

function headingCode(
  base: Likened,
  others: readonly Likened[],
  { words, tag }: { words: string; tag: string },
): string {
  const openings = [base, ...others].flatMap(({ text, shape }) => {
    const first = [...shapesIn(shape)].find(isHeading);
    const opening = first && tagOf(first);
    return first && opening ? [{ name: first.label ?? 'h1', opening: text.slice(opening.start, opening.end) }] : [];
  });
  const [first] = openings;
  if (!first) return `<${tag}>${words}</${tag}>`;
  const isUsual = openings.filter(({ opening }) => opening === first.opening).length * 2 > others.length;
  const opening = isUsual && !/[:{(]/.test(first.opening) ? first.opening : `<${first.name}>`;
  return `${opening}${words}</${first.name}>`;
}
