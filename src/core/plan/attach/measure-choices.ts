import path from 'node:path';
import type { Definition } from '../../definition/definition.ts';
import type { Trial } from '../../definition/parts.ts';
import { fillEach, fillText } from '../../definition/fill.ts';
import { ecosystem } from '../../ecosystems/ecosystems.ts';
import { ecosystemOf, type EcosystemId } from '../../ecosystems/marks.ts';
import type { ChosenPackage } from '../../ecosystems/work.ts';
import type { Circumstances } from '../../facts/circumstances.ts';
import { valuesFor } from '../../facts/settle.ts';
import type { Context } from '../../host/context.ts';
import { changedLines } from '../../measure/changed-lines.ts';
import { sourcesLike, type Limits } from '../../measure/sample.ts';
import type { ToolResult } from '../../ports.ts';
import type { Answer, Inferred } from './choices.ts';

// Hidden files are no sources, and settings that a tool would run may be among them.
const HIDDEN = /(^|\/)\./;

// A style shows in some of the sources; what is wrong may be in any, so all are looked at, or none.
const MOST: Readonly<Record<Trial['takes'], Limits>> = {
  'fewest-changes': { files: 200, bytes: 1 << 20 },
  strictest: { files: 800, bytes: 6 << 20 },
};

/** What a choice is measured for. */
interface Measuring {
  answers: readonly Answer[];
  packages: readonly ChosenPackage[];
}

/** The answers that trials on copies of the sources give to choices that nobody has answered; none where nothing can be tried. */
export async function measureChoices(
  context: Context,
  { choices = {} }: Definition,
  at: Circumstances,
  { answers, packages }: Measuring,
): Promise<Inferred> {
  const found = new Map<string, { value: string; why: string }>();
  for (const [key, choice] of Object.entries(choices)) {
    const isOpen = answers.some((one) => one.key === key && one.source === 'default');
    if (choice.kind !== 'one-of' || !choice.measured || !isOpen || !context.doors.tools) continue;
    const trial = choice.measured.find((one) => one.packages.every((name) => comes(packages, name)));
    const told = trial && (await measure(new Bench(context, at, { trial, packages }), trial, choice.of));
    if (told) found.set(key, told);
  }
  return found;
}

function comes(packages: readonly ChosenPackage[], name: string): boolean {
  return packages.some((one) => one.name === name);
}

async function measure(
  bench: Bench,
  { takes }: Trial,
  answers: readonly string[],
): Promise<{ value: string; why: string } | undefined> {
  if (bench.sources === 0) return undefined;
  return takes === 'strictest' ? strictest(bench, answers) : fewestChanges(bench, answers);
}

/** The last answer with which the tool ends well: with one it does, it does with those before it. */
async function strictest(
  bench: Bench,
  answers: readonly string[],
): Promise<{ value: string; why: string } | undefined> {
  let [low, high] = [-1, answers.length];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    const result = await bench.run(answers[middle] ?? '');
    if (!result) return undefined;
    if (result.status === 0) low = middle;
    else high = middle;
  }
  const value = answers[low];
  return value === undefined
    ? undefined
    : { value, why: `the strictest with which ${bench.title} finds nothing in ${bench.files}` };
}

/** The answer with which the tool changes fewest lines; of several the first. */
async function fewestChanges(
  bench: Bench,
  answers: readonly string[],
): Promise<{ value: string; why: string } | undefined> {
  let best: { value: string; lines: number; files: number } | undefined;
  for (const value of answers) {
    const result = await bench.run(value);
    // A tool that fails and changes nothing has not read the sources.
    if (!result) return undefined;
    const { lines, files } = bench.changes(result);
    if (result.status !== 0 && lines === 0) return undefined;
    if (!best || lines < best.lines) best = { value, lines, files };
  }
  return (
    best && {
      value: best.value,
      why: `${bench.title} would change ${best.lines === 0 ? `none of ${bench.files}` : `${best.lines} lines in ${best.files} of ${bench.files}, fewest of all`}`,
    }
  );
}

/** Runs a trial, answer by answer, always on the sources as they are. */
class Bench {
  readonly #context: Context;
  readonly #at: Circumstances;
  readonly #trial: Trial;
  readonly #packages: Record<string, string>;
  readonly #ecosystem: EcosystemId;
  readonly #texts: ReadonlyMap<string, string>;

  constructor(
    context: Context,
    at: Circumstances,
    { trial, packages }: { trial: Trial; packages: readonly ChosenPackage[] },
  ) {
    this.#context = context;
    this.#at = at;
    this.#trial = trial;
    this.#packages = Object.fromEntries(
      packages.filter(({ name }) => trial.packages.includes(name)).map(({ name, version }) => [name, version]),
    );
    this.#ecosystem = ecosystemOf(trial.packages[0] ?? '');
    this.#texts = this.#read(trial.takes);
  }

  /** The sources, with what others have put into the project, or will in the same change. */
  #read(takes: Trial['takes']): ReadonlyMap<string, string> {
    const { root, workspace, stack } = this.#at;
    const { sources } = ecosystem(this.#ecosystem);
    const isMeant = (file: string): boolean => sources?.test(file) === true && !HIDDEN.test(file);
    const wanted = { outputs: stack.traits.outputs, isMeant, most: MOST[takes], some: takes === 'fewest-changes' };
    return sourcesLike(this.#context.reader, root, workspace, wanted) ?? new Map();
  }

  get sources(): number {
    return this.#texts.size;
  }

  get files(): string {
    return `${this.sources} source${this.sources === 1 ? '' : 's'}`;
  }

  /** "phpstan/phpstan 2.3.5". */
  get title(): string {
    return Object.entries(this.#packages)
      .slice(0, 1)
      .map(([name, version]) => `${name} ${version}`)
      .join('');
  }

  run(answer: string): Promise<ToolResult | undefined> {
    const { root, workspace } = this.#at;
    const values = { ...valuesFor(this.#at), answer };
    return (
      this.#context.doors.tools?.run({
        ecosystem: this.#ecosystem,
        packages: this.#packages,
        run: this.#trial.run.map((part) => fillText(part, values)),
        sources: this.#texts,
        plants: fillEach(this.#trial.plants ?? {}, values),
        installed: path.join(root, workspace.folder),
      }) ?? Promise.resolve(undefined)
    );
  }

  /** How many lines of the sources are written otherwise afterwards, in how many files. */
  changes({ sources }: ToolResult): { lines: number; files: number } {
    const counts = [...this.#texts].map(([file, text]) => changedLines(text, sources.get(file) ?? text));
    return { lines: counts.reduce((sum, one) => sum + one, 0), files: counts.filter((one) => one > 0).length };
  }
}
