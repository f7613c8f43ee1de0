import { EXIT, Problem } from '../problem.ts';
import type { ComponentRequest, RoutedPart } from './grow-request.ts';
import type { StackFacts } from '../stacks/sides.ts';

type AlikePart = RoutedPart | ComponentRequest['part'];

/** Nothing of a kind stands in a workspace: there is nothing to make another one like. */
export function nothingAlike(part: AlikePart, workspace: string, { title, outside }: StackFacts): Problem {
  const missing = {
    page: 'no pages with addresses of their own',
    endpoint: 'no routers that are used at a path of their own',
    component: 'no components in a folder of their own',
  }[part];
  return new Problem({
    status: EXIT.refused,
    what: `No ${part} can grow in ${workspace}`,
    why: outside ?? `${title}: ${missing} were found there`,
    next:
      part === 'page'
        ? 'Nothing was changed. Where it has no router yet, attach one first: ligament browse.'
        : `Nothing was changed. Write the first ${part} by hand; others are made like it.`,
  });
}

export function noName(part: AlikePart, name: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `"${name}" cannot be the name of ${article(part)}`,
    why: 'a name begins with a letter and has letters and digits',
    next: 'Give it one like SeedSwap. Nothing was changed.',
  });
}

export function noAddress(part: AlikePart, address: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `"${address}" cannot be the address of ${article(part)}`,
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

export function takenAddress(part: AlikePart, address: string, file: string): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `There is ${article(part)} at ${address} already`,
    where: { file },
    why: `${file} is there for it`,
    next: 'Choose another address with --at. Nothing was changed.',
  });
}

function article(part: AlikePart): string {
  return part === 'endpoint' ? `an ${part}` : `a ${part}`;
}
