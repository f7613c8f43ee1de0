import type { AlikePart } from '../joints/growth.ts';
import { EXIT, Problem } from '../problem.ts';
import type { StackFacts } from '../stacks/sides.ts';

/** What has a name of its own. */
type Grown = AlikePart | 'layout' | 'bundle' | 'list-page';

/** What is missing where nothing of a kind stands, and what comes first then. */
const MISSING: Record<AlikePart, { what: string; next: string }> = {
  page: {
    what: 'no pages with addresses of their own',
    next: 'Where it has no router yet, attach one first: ligament browse.',
  },
  endpoint: {
    what: 'no routers that are used at a path of their own',
    next: 'Write the first endpoint by hand; others are made like it.',
  },
  middleware: {
    what: 'no server whose handlers can be told',
    next: 'Write the first one by hand where your server is made; others are made like it.',
  },
  component: {
    what: 'no components in a folder of their own',
    next: 'Write the first component by hand; others are made like it.',
  },
};

/** Nothing of a kind stands in a workspace: there is nothing to make another one like. */
export function nothingAlike(part: AlikePart, workspace: string, { title, outside }: StackFacts): Problem {
  const { what, next } = MISSING[part];
  return new Problem({
    status: EXIT.refused,
    what: `No ${part} can grow in ${workspace}`,
    why: outside ?? `${title}: ${what} were found there`,
    next: `Nothing was changed. ${next}`,
  });
}

const WORDS = {
  name: {
    why: 'a name begins with a letter, has letters and digits, and is no word of the language',
    next: 'Give it one like SeedSwap.',
  },
  address: {
    why: 'an address begins with a slash, and has letters, digits, hyphens, dots and underscores between slashes',
    next: 'Give one like --at /seed-swap.',
  },
};

/** A name or an address that is none. */
export function wrongWord(part: Grown, word: keyof typeof WORDS, given: string): Problem {
  const { why, next } = WORDS[word];
  return new Problem({
    status: EXIT.wrongUsage,
    what: `"${given}" cannot be the ${word} of ${article(part)}`,
    why,
    next: `${next} Nothing was changed.`,
  });
}

export function notListed(address: string, belows: readonly string[]): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `No table of routes here can list ${address}`,
    why: `those that there are list what is below ${belows.join(' and ')}`,
    next: `Give an address below ${belows[0] ?? '/'} with --at. Nothing was changed.`,
  });
}

/** A name that no part of a kind has, before which another one was to stand. */
export function notThere(part: AlikePart, name: string, standing: readonly string[]): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `There is no ${part} "${name}" here`,
    why: standing.length > 0 ? `there are ${standing.join(', ')}` : 'there is none yet',
    next: 'Leave --before out, or name one of these. Nothing was changed.',
  });
}

export function takenFile(part: Grown, file: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${file} is there already`,
    where: { file },
    why: `the new ${inWords(part)} would be written into it`,
    next: 'Choose another name. Nothing was changed.',
  });
}

export function cannotLoadLazily(stack: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: 'The page cannot be loaded on demand',
    why: `nothing that lists pages here tells how that is written in ${stack}, or each page is loaded by itself already`,
    next: 'Leave --lazy out. Nothing was changed.',
  });
}

export function takenAddress(part: AlikePart, address: string, file: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `There is ${article(part)} at ${address} already`,
    where: { file },
    why: `${file} is there for it`,
    next: 'Choose another address with --at. Nothing was changed.',
  });
}

function article(part: Grown): string {
  return part === 'endpoint' ? `an ${part}` : `a ${inWords(part)}`;
}

/** A part as people call it: what is one word on the command line may be two. */
export function inWords(part: string): string {
  return part.replaceAll('-', ' ');
}

/** Something cannot grow as a stack has it: what cannot be, why, and what can be done by hand. */
export function cannotGrow(what: string, why: string, byHand?: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what,
    why,
    next: `${byHand === undefined ? '' : `By hand: ${byHand}\n`}Nothing was changed.`,
  });
}
