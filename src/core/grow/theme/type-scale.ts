/** What a fluid scale of type is made from: two widths of the viewport in pixels, and the ratio between neighbouring sizes at each. */
export interface ScaleWish {
  from: number;
  to: number;
  ratioFrom: number;
  ratioTo: number;
}

/** One size of a scale. */
export interface ScaleStep {
  name: string;
  /** Its value: a `clamp()` (CSS Values 4, section 10.5). */
  value: string;
  /** In pixels of a browser's usual 16 for one rem, at both widths. */
  at: [number, number];
}

const REM = 16;
const NAMES = ['small', 'body', 'lead', 'heading-4', 'heading-3', 'heading-2', 'heading-1'];
// The size of running text is the reader's own.
const BODY = NAMES.indexOf('body');

/**
 * The sizes between two widths: each grows in a straight line from its size at the first to that at the second, and stays at these
 * beyond them. Sizes are told in rem with a share of the viewport's width, so that they follow the reader's own size and zoom (WCAG
 * 2.2, 1.4.4).
 */
export function scaleSteps({ from, to, ratioFrom, ratioTo }: ScaleWish): ScaleStep[] {
  return NAMES.map((name, at) => {
    const step = at - BODY;
    const [first, last] = [REM * ratioFrom ** step, REM * ratioTo ** step];
    const slope = (last - first) / (to - from);
    const rest = first - slope * from;
    const [least, most] = [Math.min(first, last), Math.max(first, last)];
    const value =
      Math.abs(last - first) < 0.005
        ? rem(first)
        : `clamp(${rem(least)}, ${rem(rest)} ${slope < 0 ? '-' : '+'} ${rounded(Math.abs(slope) * 100)}vw, ${rem(most)})`;
    return { name, value, at: [first, last] };
  });
}

/**
 * A size that a reader cannot make twice as large by zooming, undefined where there is none: what grows by the viewport's width alone
 * does not grow with the zoom, and what ends more than two and a half times as large as it began stays too small on the way.
 */
export function tooSteep(steps: readonly ScaleStep[]): ScaleStep | undefined {
  return steps.find(({ at: [first, last] }) => Math.max(first, last) / Math.min(first, last) > 2.5);
}

function rem(pixels: number): string {
  return `${rounded(pixels / REM)}rem`;
}

function rounded(value: number): string {
  return String(Number(value.toFixed(4)));
}
