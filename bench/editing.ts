// Times an edit of a script beside its parser alone and beside a printer of whole syntax trees, on the same files in one process.
import fs from 'node:fs';
import path from 'node:path';
import { parseSync } from 'oxc-parser';
import * as recast from 'recast';
import * as babelTs from 'recast/parsers/babel-ts.js';
import { json } from '../src/core/formats/json/json.ts';
import { script } from '../src/core/formats/script/script.ts';
import { DEFAULT_STYLE } from '../src/core/text/code-style.ts';
import type { Row } from './timing.ts';

const MOST_FILES = 200;
// As many as it takes until all the code that is timed has been compiled.
const SAMPLES_IN_ALL = 2_000;
const ROUNDS = 5;
const IMPORT = { op: 'import' as const, import: { from: 'beans', default: 'beans' } };

interface Sample {
  file: string;
  text: string;
}

/** How long edits take: as ratios, and in how many files bytes were changed that nobody asked to change. */
export function benchEditing(root: string): Row[] {
  const configs = collect(root, /\.(config|conf)\.[cm]?[jt]s$|^\.eslintrc\.c?js$/);
  const modules = collect(root, /\.m?js$/, MOST_FILES);
  const compared = [
    ...compare('configurations', configs.filter(isReadable)),
    ...compare('modules', modules.filter(isReadable)),
  ];
  const keys = (count: number): string =>
    JSON.stringify(Object.fromEntries(Array.from({ length: count }, (_, index) => [`bed${index}`, index])), null, 2);
  const data = grow('JSON with 5,000 and 10,000 keys', keys(5_000), keys(10_000), (text) =>
    json.edit(
      text,
      { op: 'set', pointer: '/zucchini', value: 1, sorted: true },
      { file: 'a.json', style: DEFAULT_STYLE },
    ),
  );
  const lines = (count: number): string =>
    Array.from(
      { length: count },
      (_, index) => `export const bed${index} = sow('beans', ${index}, { row: true })\n`,
    ).join('');
  const half = lines(9_500);
  const whole = lines(19_000);
  const code = grow(
    `a script of ${(half.length / 1e6).toFixed(1)} and ${(whole.length / 1e6).toFixed(1)} MB`,
    half,
    whole,
    (text) => script.edit(text, IMPORT, { file: 'a.js', style: DEFAULT_STYLE }),
  );
  return [...compared, data, code];
}

function compare(name: string, samples: readonly Sample[]): Row[] {
  const [parse = 0, edit = 0] = timed(samples, [
    ({ file, text }) => parseSync(file, text, { lang: languageOf(file), sourceType: 'unambiguous' }).program,
    ({ file, text }) => script.edit(text, IMPORT, { file, style: DEFAULT_STYLE }),
  ]);
  // By itself: what it leaves behind to be cleared away would be counted on the others.
  const [print = 0] = timed(samples, [({ text }) => reprint(text)]);
  const own = samples.filter((one) => !onlyAdds(one.text, ownEdit(one))).length;
  const other = samples.filter((one) => !onlyAdds(one.text, reprint(one.text))).length;
  const row = (what: string, ratio: string, measured: string, [goal, met]: [string, boolean]): Row => ({
    what: `${what} (${samples.length} ${name})`,
    ratio,
    measured,
    goal,
    verdict: met ? 'met' : 'missed',
  });
  return [
    row(
      'one import added, beside the parser alone',
      `${(edit / parse).toFixed(2)} ×`,
      `${edit.toFixed(1)} ms beside ${parse.toFixed(1)} ms`,
      ['at most 1.5 ×', edit / parse <= 1.5],
    ),
    row(
      'the same by a general printer',
      `${(print / edit).toFixed(1)} ×`,
      `${print.toFixed(0)} ms beside ${edit.toFixed(1)} ms`,
      ['at least 8 ×', print / edit >= 8],
    ),
    row('files in which other bytes changed', '', `${own} by the edit, ${other} by the printer`, ['none', own === 0]),
  ];
}

/** The least of several rounds over all samples for each way, in milliseconds; the ways take turns. */
function timed(samples: readonly Sample[], ways: readonly ((sample: Sample) => unknown)[]): number[] {
  const least = ways.map(() => Number.POSITIVE_INFINITY);
  const rounds = Math.max(ROUNDS, Math.ceil(SAMPLES_IN_ALL / Math.max(1, samples.length)));
  for (let round = 0; round <= rounds; round += 1) {
    ways.forEach((way, index) => {
      const start = performance.now();
      samples.forEach(way);
      const time = performance.now() - start;
      // The first round warms up.
      if (round > 0) least[index] = Math.min(least[index] ?? time, time);
    });
  }
  return least;
}

function grow(name: string, half: string, whole: string, edit: (text: string) => unknown): Row {
  const time = (text: string): number => {
    const times = Array.from({ length: ROUNDS + 1 }, (_, round) => {
      // Another text each time: what was parsed last is remembered.
      const one = text + ' '.repeat(round + 1);
      const start = performance.now();
      edit(one);
      return performance.now() - start;
    });
    return Math.min(...times.slice(1));
  };
  const [small, large] = [time(half), time(whole)];
  return {
    what: `twice the size: ${name}`,
    ratio: `${(large / small).toFixed(2)} ×`,
    measured: `${large.toFixed(0)} ms beside ${small.toFixed(0)} ms`,
    goal: 'about 2 ×',
    verdict: large / small <= 3 ? 'met' : 'missed',
  };
}

/** Files of that name below a folder, each text once, as many as there are or `most` of them. */
function collect(root: string, name: RegExp, most = Number.POSITIVE_INFINITY): Sample[] {
  const found = new Map<string, Sample>();
  const folders = [root];
  for (let folder = folders.pop(); folder !== undefined && found.size < most; folder = folders.pop()) {
    for (const entry of fs.readdirSync(folder, { withFileTypes: true })) {
      const file = path.join(folder, entry.name);
      if (entry.isDirectory() && entry.name !== '.cache') folders.push(file);
      if (!entry.isFile() || !name.test(entry.name) || fs.statSync(file).size > 100_000) continue;
      const text = fs.readFileSync(file, 'utf8');
      found.set(text, { file, text });
    }
  }
  return [...found.values()].slice(0, most);
}

function isReadable({ file, text }: Sample): boolean {
  try {
    reprint(text);
    return script.edit(text, IMPORT, { file, style: DEFAULT_STYLE }).kind === 'edited';
  } catch {
    return false;
  }
}

function ownEdit({ file, text }: Sample): string {
  const outcome = script.edit(text, IMPORT, { file, style: DEFAULT_STYLE });
  return outcome.kind === 'edited' ? outcome.text : '';
}

function reprint(text: string): string {
  const tree = recast.parse(text, { parser: babelTs }) as { program: { body: unknown[] } };
  const { builders } = recast.types;
  tree.program.body.unshift(
    builders.importDeclaration(
      [builders.importDefaultSpecifier(builders.identifier('beans'))],
      builders.literal('beans'),
    ),
  );
  return recast.print(tree as never).code;
}

/** Whether the text before is what is left when one piece is cut out of the text after. */
function onlyAdds(before: string, after: string): boolean {
  let start = 0;
  while (start < before.length && before[start] === after[start]) start += 1;
  return after.endsWith(before.slice(start)) && after.length > before.length;
}

function languageOf(file: string): 'ts' | 'jsx' {
  return /\.[cm]?ts$/.test(file) ? 'ts' : 'jsx';
}
