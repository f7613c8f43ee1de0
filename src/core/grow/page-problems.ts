import { EXIT, Problem } from '../problem.ts';
import type { StackFacts } from '../stacks/sides.ts';

export function noPages(workspace: string, { title, outside }: StackFacts): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `No page can grow in ${workspace}`,
    why: outside ?? `${title}: no pages with addresses of their own were found there`,
    next: 'Nothing was changed. Where it has no router yet, attach one first: ligament browse.',
  });
}

export function noName(name: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `"${name}" cannot be the name of a page`,
    why: 'a name begins with a letter and has letters and digits',
    next: 'Give it one like SeedSwap. Nothing was changed.',
  });
}

export function noAddress(address: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `"${address}" cannot be the address of a page`,
    why: 'an address begins with a slash, and has letters, digits, hyphens, dots and underscores between slashes',
    next: 'Give one like --at /seed-swap. Nothing was changed.',
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

export function takenAddress(address: string, file: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `There is a page at ${address} already`,
    where: { file },
    why: `${file} shows it`,
    next: 'Choose another address with --at. Nothing was changed.',
  });
}
