import prettier from 'prettier';
import { describe, expect, it } from 'vitest';
import { changedLines } from '../../../src/core/measure/changed-lines.ts';
import { triedOptions } from '../../../src/core/measure/formatter-options.ts';
import { startOptions } from '../../../src/core/measure/start-options.ts';
import { countVotes, noVotes, styleFromVotes } from '../../../src/core/text/code-style.ts';
import { measure } from '../../../src/core/measure/measure.ts';
import type { Formatter, Options, Sample } from '../../../src/core/measure/search.ts';
import { randomFrom } from '../../support/random.ts';
import type { Random } from '../../support/mutate.ts';
import { generatedSource } from './generated.ts';

const DRAWS = Number(process.env.LIGAMENT_DRAWS ?? '80');
// The same in every run; where a number of draws is asked for, as by `npm run torture`, others.
const USUAL = process.env.LIGAMENT_DRAWS === undefined ? 20_261 : Date.now() % 1_000_000;
const SEED = Number(process.env.LIGAMENT_SEED ?? USUAL);

const { options: supported } = await prettier.getSupportInfo();
const TRIED = triedOptions(supported as Parameters<typeof triedOptions>[0]);

const format: Formatter = async ({ file, text }, options) => {
  try {
    return await prettier.format(text, { ...options, filepath: file, plugins: [] });
  } catch {
    return undefined;
  }
};

function drawn(random: Random): Options {
  const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(random() * items.length)] as Item;
  const options: Record<string, string | number | boolean> = {};
  for (const { name, values } of TRIED) options[name] = pick(values);
  options.printWidth = 50 + Math.floor(random() * 100);
  return options;
}

async function project(random: Random, options: Options): Promise<Sample[]> {
  const sources = [
    ['src/one.ts', generatedSource(random, 6, false)],
    ['src/two.tsx', generatedSource(random, 6, true)],
  ] as const;
  const samples: Sample[] = [];
  for (const [file, source] of sources) {
    const text = await format({ file, text: source, fixed: {} }, options);
    // What one run of a formatter has written, another one may write again.
    const again = text === undefined ? undefined : await format({ file, text, fixed: {} }, options);
    if (again !== undefined) samples.push({ file, text: again, fixed: {} });
  }
  return samples;
}

/** What the sources seem to show, as an attach begins. */
function startFrom(samples: readonly Sample[]): Options {
  const votes = noVotes();
  for (const { text } of samples) countVotes(text, votes);
  return startOptions(styleFromVotes(votes));
}

describe('settings of a formatter that are measured', () => {
  it(`change nothing in sources that were formatted under any (seed ${SEED})`, { timeout: 900_000 }, async () => {
    let exact = 0;
    const missed: string[] = [];
    for (let draw = 0; draw < DRAWS; draw += 1) {
      const random = randomFrom(SEED + draw);
      const options = drawn(random);
      const samples = await project(random, options);
      expect(samples.length).toBe(2);
      const found = await measure({ samples, start: startFrom(samples) }, TRIED, format);
      if (found.lines === 0) exact += 1;
      else
        missed.push(
          `draw ${draw}: ${found.lines} lines; ${JSON.stringify(options)} as ${JSON.stringify(found.options)}`,
        );
    }
    expect(exact / DRAWS, missed.join('\n')).toBeGreaterThanOrEqual(0.98);
  });

  it('count the lines that change, wherever they stand', () => {
    expect(changedLines('a\nb\nc\n', 'a\nb\nc\n')).toBe(0);
    expect(changedLines('a\nb\nc\n', 'a\nB\nc\n')).toBe(1);
    expect(changedLines('a\nb c\nd\n', 'a\nb\nc\nd\n')).toBe(2);
    expect(changedLines('f(a, b)\n', 'f(\n  a,\n  b,\n)\n')).toBe(4);
  });

  it('leave defaults where nothing tells otherwise, and take what kinds of files have apart', async () => {
    const samples: Sample[] = [
      { file: 'a.ts', text: "const a = 'one'\nexport { a }\n", fixed: {} },
      { file: 'b.css', text: 'p {\n    margin: 0;\n}\n', fixed: {} },
    ];
    expect(await measure({ samples, start: {} }, TRIED, format)).toMatchObject({
      lines: 0,
      files: 2,
      overrides: [{ files: '*.{css,scss,less}', options: { tabWidth: 4 } }],
      options: { semi: false, singleQuote: true },
    });
  });

  it('do not touch what is fixed for a file', async () => {
    const samples: Sample[] = [{ file: 'a.ts', text: 'if (a) {\n\tb();\n}\n', fixed: { useTabs: true } }];
    const found = await measure({ samples, start: {} }, TRIED, format);
    expect(found).toMatchObject({ lines: 0 });
    expect(found.options.useTabs ?? false).toBe(false);
  });
});
