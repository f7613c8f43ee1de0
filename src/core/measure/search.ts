import { changedLines } from './changed-lines.ts';

export type Options = Readonly<Record<string, string | number | boolean>>;

/** A source with the options that are fixed for it. */
export interface Sample {
  file: string;
  text: string;
  fixed: Options;
}

/** An option of a formatter that can be tried: its values, the formatter's own default first. */
export interface Tried {
  name: string;
  values: readonly (string | number | boolean)[];
}

/** Formats a source; undefined where the formatter cannot read it. */
export type Formatter = (sample: Sample, options: Options) => Promise<string | undefined>;

export interface Found {
  options: Options;
  /** Lines that would change, in how many of the sources. */
  lines: number;
  files: number;
}

const MOST_ROUNDS = 4;
const STAGES = [2, 12];
// So much text is formatted at most to look for something: a bound in work, not in time, so that every run finds the same.
const MOST_TEXT = 700_000;
const SLIGHT = 0.01;
const LOOSE = 0.1;
const LOOSE_SLIGHT = 0.05;
const USUAL_WIDTHS = [80, 100, 120, 90, 110, 140, 160, 70, 60];
const MOST_WIDTHS = 14;
const NARROWEST = 40;
const WIDEST = 240;
const TAB_WIDTHS = [2, 4, 8];

/**
 * The options under which formatting sources changes fewest lines: one option after the other is tried in all its values, with those
 * found so far for the others, until none of them helps any more. Where nothing tells two values apart the default stays.
 */
export async function findOptions(
  samples: readonly Sample[],
  tried: readonly Tried[],
  start: Options,
  format: Formatter,
): Promise<Found> {
  // A few of the sources tell most, some more nearly all; what those leave open all are asked.
  let best = start;
  for (const few of STAGES.filter((one) => one < samples.length)) {
    const part = samples.filter((_, index) => index % Math.ceil(samples.length / few) === 0);
    best = (await improve(new Bench(part, format), tried, best, MOST_ROUNDS)).options;
  }
  const bench = new Bench(samples, format);
  const isSmall = samples.length <= (STAGES.at(-1) ?? 0);
  const last = await improve(bench, tried, best, isSmall ? MOST_ROUNDS : 1);
  const settled = await plainest(bench, tried, last);
  return { options: settled, lines: await bench.count(settled, Infinity), files: await bench.files(settled) };
}

/** Tries option after option, as long as that helps. */
async function improve(bench: Bench, tried: readonly Tried[], start: Options, rounds: number): Promise<Best> {
  let best: Best = { options: start, lines: await bench.count(start, Infinity) };
  for (let round = 0; round < rounds && best.lines > 0; round += 1) {
    const before = best.lines;
    for (const { name, values } of [...tried, ...bench.widths(tried)])
      for (const value of values)
        if (best.lines > 0 && best.options[name] !== value) best = await better(bench, best, { [name]: value });
    if (best.lines === before) break;
  }
  if (rounds === 1) return best;
  if (best.lines > 0 && best.options.useTabs === true) best = await tabsAndWidth(bench, tried, best);
  return best.lines > 0 ? bothAtOnce(bench, tried, best) : best;
}

/** The options found so far, and how many lines change under them. */
interface Best {
  options: Options;
  lines: number;
}

/** The same with other values for some options, where fewer lines change then. */
async function better(bench: Bench, best: Best, changed: Options): Promise<Best> {
  const options = { ...best.options, ...changed };
  const lines = await bench.count(options, best.lines);
  return lines < best.lines ? { options, lines } : best;
}

/** How wide a tab counts shows only in where lines are broken: its width and that of lines are looked for together. */
async function tabsAndWidth(bench: Bench, tried: readonly Tried[], start: Best): Promise<Best> {
  let best = start;
  if (!tried.some(({ name }) => name === 'printWidth')) return best;
  for (const { values } of tried.filter(({ name }) => name === 'tabWidth'))
    for (const tabWidth of values)
      for (const printWidth of bench.lengths(Number(tabWidth)))
        if (best.lines > 0 && bench.hasWork()) best = await better(bench, best, { tabWidth, printWidth });
  return best;
}

/** Two options may only help together, as a width and how objects are broken. */
async function bothAtOnce(bench: Bench, tried: readonly Tried[], start: Best): Promise<Best> {
  let best = start;
  for (const { name: width, values: widths } of bench.widths(tried))
    for (const wide of widths)
      for (const { name, values } of tried)
        for (const value of values)
          if (best.lines > 0 && bench.hasWork() && best.options[name] !== value)
            best = await better(bench, best, { [width]: wide, [name]: value });
  return best;
}

/** The same outcome with as many defaults as can be, and a usual width. */
async function plainest(bench: Bench, tried: readonly Tried[], { options, lines }: Best): Promise<Options> {
  let best = options;
  // What hardly helps is not worth a setting.
  const most = lines + Math.floor(lines * SLIGHT);
  for (const { name, values } of tried) {
    const [usual] = values;
    if (usual === undefined || best[name] === usual) continue;
    const next = { ...best, [name]: usual };
    if ((await bench.count(next, most + 1)) <= most) best = next;
  }
  if (typeof best.printWidth !== 'number' || !tried.some(({ name }) => name === 'printWidth')) return best;
  // Where sources follow no formatter the width says little: a usual one is better than one that fits a few lines.
  const wide = lines > bench.lines * LOOSE ? lines + Math.floor(lines * LOOSE_SLIGHT) : most;
  for (const width of USUAL_WIDTHS) {
    if (best.printWidth === width) return best;
    const next = { ...best, printWidth: width };
    if ((await bench.count(next, wide + 1)) <= wide) return next;
  }
  return best;
}

/** Counts what formatting changes, and remembers it. */
class Bench {
  readonly #samples: readonly Sample[];
  readonly #format: Formatter;
  readonly #known = new Map<string, Map<Sample, number>>();
  #left = MOST_TEXT;

  constructor(samples: readonly Sample[], format: Formatter) {
    this.#samples = samples;
    this.#format = format;
  }

  /** The lines that the sources have. */
  get lines(): number {
    return this.#samples.reduce((sum, { text }) => sum + text.split('\n').length, 0);
  }

  hasWork(): boolean {
    return this.#left > 0;
  }

  /** The lines that change under options; not more exactly than that they are `limit` or more. */
  async count(options: Options, limit: number): Promise<number> {
    if (!this.hasWork() && limit < Infinity) return Infinity;
    let sum = 0;
    for (const sample of this.#samples) {
      sum += await this.#changed(sample, options);
      if (sum >= limit) return sum;
    }
    return sum;
  }

  async files(options: Options): Promise<number> {
    let count = 0;
    for (const sample of this.#samples) if ((await this.#changed(sample, options)) > 0) count += 1;
    return count;
  }

  /** The widths that are worth a try: usual ones, and those of the longest lines, since one of these was kept. */
  widths(tried: readonly Tried[]): Tried[] {
    if (!tried.some(({ name }) => name === 'printWidth')) return [];
    const guessed = TAB_WIDTHS.flatMap((wide) => this.lengths(wide));
    const longest = [...new Set(guessed)].sort((a, b) => b - a).slice(0, MOST_WIDTHS);
    return [{ name: 'printWidth', values: [...new Set([...USUAL_WIDTHS, ...longest])] }];
  }

  /** The lengths of the longest lines, with tabs of a width. */
  lengths(tabWidth: number): number[] {
    const found = new Set<number>();
    for (const { text } of this.#samples)
      for (const line of text.split(/\r?\n/)) {
        const tabs = /^\t*/.exec(line)?.[0].length ?? 0;
        const length = line.length - tabs + tabs * tabWidth;
        if (length >= NARROWEST && length <= WIDEST) found.add(length);
      }
    return [...found].sort((a, b) => b - a).slice(0, MOST_WIDTHS);
  }

  async #changed(sample: Sample, options: Options): Promise<number> {
    const whole = { ...options, ...sample.fixed };
    const key = JSON.stringify(Object.entries(whole).sort());
    const known = this.#known.get(key) ?? new Map<Sample, number>();
    this.#known.set(key, known);
    const told = known.get(sample);
    if (told !== undefined) return told;
    this.#left -= sample.text.length;
    const formatted = await this.#format(sample, whole);
    const changed = formatted === undefined ? 0 : changedLines(sample.text, formatted);
    known.set(sample, changed);
    return changed;
  }
}
