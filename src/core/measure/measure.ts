import path from 'node:path';
import { findOptions, type Formatter, type Found, type Options, type Sample, type Tried } from './search.ts';

/** What is measured: sources, and what is fixed for each by what editors are told. */
export interface MeasureTask {
  samples: Sample[];
  /** What the sources seem to show: the search begins there. */
  start: Options;
}

/** The settings that were found, for most sources and for those of some kinds that are written otherwise. */
export interface Measured {
  options: Options;
  /** By the glob that they are for. */
  overrides: { files: string; options: Options }[];
  /** What the formatter does where nothing is said. */
  defaults: Options;
  files: number;
  /** How many files, and lines in them, would change. */
  changing: number;
  lines: number;
}

interface Kind {
  glob: string;
  test: RegExp;
  /** The options that say something of it; all but those of other kinds where nothing is said. */
  only?: readonly string[];
}

// So much less must change for a kind of files to have settings of its own.
const CLEARLY = 0.7;
const LAYOUT = ['useTabs', 'tabWidth', 'printWidth'];
const OF_OTHERS = ['proseWrap', 'vueIndentScriptAndStyle'];

/** Sources of a kind are measured together: one set of settings is meant for them. */
const KINDS: readonly Kind[] = [
  { glob: '', test: /\.([cm]?[jt]sx?)$/ },
  { glob: '*.vue', test: /\.vue$/ },
  { glob: '*.{css,scss,less}', test: /\.(css|scss|less)$/, only: ['useTabs', 'tabWidth', 'singleQuote'] },
  { glob: '*.html', test: /\.html?$/ },
  { glob: '*.json', test: /\.jsonc?$/, only: [...LAYOUT, 'objectWrap', 'bracketSpacing', 'trailingComma'] },
  { glob: '*.{yml,yaml}', test: /\.ya?ml$/, only: [...LAYOUT, 'singleQuote', 'bracketSpacing', 'proseWrap'] },
  { glob: '*.md', test: /\.mdx?$/, only: [...LAYOUT, 'proseWrap', 'singleQuote'] },
];

function triedFor({ glob, only }: Kind, tried: readonly Tried[]): Tried[] {
  if (only) return tried.filter(({ name }) => only.includes(name));
  return tried.filter(({ name }) => !OF_OTHERS.includes(name) || (glob === '*.vue' && name.startsWith('vue')));
}

/** Finds the settings under which formatting changes fewest lines: of the kind that there is most of first, then where others differ. */
export async function measure(
  { samples, start }: MeasureTask,
  tried: readonly Tried[],
  format: Formatter,
): Promise<Measured> {
  const groups = KINDS.map((kind) => ({
    ...kind,
    tried: triedFor(kind, tried),
    samples: samples.filter(({ file }) => kind.test.test(path.posix.basename(file))),
  })).filter((group) => group.samples.length > 0);
  const defaults = Object.fromEntries(
    tried.flatMap(({ name, values: [usual] }) => (usual === undefined ? [] : [[name, usual]])),
  );
  const main = groups.find(({ glob }) => glob === '') ?? groups[0];
  if (!main) return { options: start, overrides: [], defaults, files: 0, changing: 0, lines: 0 };
  const found = await findOptions(main.samples, main.tried, start, format);
  const measured: Measured = {
    options: found.options,
    overrides: [],
    defaults,
    files: samples.length,
    changing: found.files,
    lines: found.lines,
  };
  for (const { glob, samples: own, tried: its } of groups.filter((one) => one !== main)) {
    const apart = await findOptions(
      own,
      its.map((one) => fromMain(one, found.options)),
      found.options,
      format,
    );
    const same = await findOptions(own, [], found.options, format);
    const better = apart.lines < same.lines * CLEARLY;
    const used: Found = better ? apart : same;
    measured.changing += used.files;
    measured.lines += used.lines;
    if (better)
      measured.overrides.push({ files: glob, options: different(apart.options, { ...defaults, ...found.options }) });
  }
  return measured;
}

/** An option of a kind of files for which what holds for all others is the usual. */
function fromMain({ name, values }: Tried, main: Options): Tried {
  const usual = main[name] ?? values[0];
  // Of a kind that there is little of one blank is an accident, and no style.
  const others = values.filter((one) => one !== usual && (name !== 'tabWidth' || one !== 1));
  return usual === undefined ? { name, values } : { name, values: [usual, ...others] };
}

function different(options: Options, from: Options): Options {
  return Object.fromEntries(Object.entries(options).filter(([name, value]) => from[name] !== value));
}
