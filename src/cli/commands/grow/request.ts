import type { GrowRequest, Part } from '../../../core/grow/grow-request.ts';
import { inWords } from '../../../core/grow/part-problems.ts';
import { EXIT, Problem } from '../../../core/problem.ts';

/** The words of a command line that tell what is to grow. */
export interface GrowWords {
  part?: string | undefined;
  names?: string[] | undefined;
  at?: string | undefined;
  link: boolean;
  lazy: boolean;
  before?: string | undefined;
  around?: string[] | undefined;
  value?: string | undefined;
  width?: string | undefined;
  from?: number | undefined;
  to?: number | undefined;
  ratio?: string | undefined;
}

// What each part can be told.
const TAKES: Record<Part, readonly (keyof GrowWords)[]> = {
  page: ['names', 'at', 'link', 'lazy'],
  endpoint: ['names', 'at'],
  'list-page': ['names', 'at', 'link'],
  layout: ['names', 'around'],
  component: ['names'],
  bundle: ['names', 'at'],
  middleware: ['names', 'before'],
  piece: ['names'],
  colour: ['names', 'value'],
  font: ['names'],
  container: ['names', 'width'],
  'head-tag': ['names', 'value'],
  'type-scale': ['from', 'to', 'ratio'],
};
/** What can grow, by the words for it. */
export const PARTS: readonly string[] = Object.keys(TAKES);
const ALL = new Set(Object.values(TAKES).flat());
const OPTIONAL: readonly string[] = ['at', 'link', 'lazy', 'before'];

/** What is asked for. Throws a Problem (status 2) for a part that is none, for words that say nothing of it, and for those that it lacks. */
export function requestOf(words: GrowWords, workspace: string): GrowRequest {
  const {
    part = '',
    names = [],
    at: address,
    link,
    lazy,
    before,
    around = [],
    value = '',
    width = '',
    from = 0,
    to = 0,
    ratio = '',
  } = words;
  if (!isPart(part)) throw unknownPart(part);
  const idle = [...ALL].find((one) => isGiven(words[one]) && !TAKES[part].includes(one));
  if (idle !== undefined) throw saysNothing(part, idle);
  const missing = TAKES[part].find((one) => !OPTIONAL.includes(one) && !isGiven(words[one]));
  if (missing !== undefined) throw lacks(part, missing);
  if (part === 'piece') return { part, names, workspace };
  const [name = '', second] = names;
  if (second !== undefined) throw oneName(part, names);
  switch (part) {
    case 'bundle':
      return { part, name, address, workspace };
    case 'list-page':
      return { part, name, address, link, workspace };
    case 'layout':
      return { part, name, around, workspace };
    case 'colour':
      return { part, name, value, workspace };
    case 'head-tag':
      return { part, name, value, workspace };
    case 'font':
      return { part, family: name, workspace };
    case 'container':
      return { part, name, width, workspace };
    case 'type-scale': {
      const [ratioFrom = Number.NaN, ratioTo = Number.NaN] = ratio.split(':').map(Number);
      return { part, scale: { from, to, ratioFrom, ratioTo }, workspace };
    }
    default:
      return { part, name, address, link, lazy, before, workspace };
  }
}

function isGiven(word: GrowWords[keyof GrowWords]): boolean {
  return word !== undefined && word !== false && !(Array.isArray(word) && word.length === 0);
}

function oneName(part: Part, names: readonly string[]): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The ${inWords(part)} was given ${names.length} names: ${names.join(', ')}`,
    next: `Write one word, or put it in quotes: ligament grow ${part} "${names.join(' ')}". Nothing was changed.`,
  });
}

function isPart(part: string): part is Part {
  return Object.hasOwn(TAKES, part);
}

function unknownPart(part: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `Nothing called "${part}" can grow`,
    why: `what grows is a ${Object.keys(TAKES).join(', ')}`,
    next: 'ligament grow lists what can grow here. Nothing was changed.',
  });
}

function saysNothing(part: Part, word: keyof GrowWords): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `${word === 'names' ? 'A name' : `--${word}`} has no meaning for a ${inWords(part)}`,
    next: 'Leave it out. Nothing was changed.',
  });
}

const EXAMPLES: Record<Part, string> = {
  page: 'page SeedSwap',
  endpoint: 'endpoint SeedSwap',
  'list-page': 'list-page Plot',
  layout: 'layout Society --around /plots --around /tools',
  component: 'component PriceTag',
  bundle: 'bundle SeedSwap --at /seed-swap',
  middleware: 'middleware request-log',
  piece: 'piece button dialog',
  colour: "colour leaf --value '#2f6f3e'",
  font: 'font "Open Sans"',
  container: 'container page --width 72rem',
  'head-tag': "head-tag color-scheme --value 'light dark'",
  'type-scale': 'type-scale --from 360 --to 1280 --ratio 1.2:1.25',
};

function lacks(part: Part, word: keyof GrowWords): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `The ${inWords(part)} needs ${word === 'names' ? 'a name' : `--${word}`}`,
    next: `As in: ligament grow ${EXAMPLES[part]}. Nothing was changed.`,
  });
}
