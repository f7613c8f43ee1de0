import path from 'node:path';
import { wayTo } from '../path-names.ts';
import type { Screen } from './traits.ts';

/** An import of a module in one folder, as it is written in another one; a package is named alike from everywhere. */
function rebased<One extends { from: string }>(one: One, here: string, there: string): One {
  if (!/^\.\.?(\/|$)/.test(one.from)) return one;
  return { ...one, from: wayTo(there, path.posix.join(here, one.from)) };
}

/** What an app shows first, as a module in another folder imports it. */
export function rebasedScreen(screen: Screen, here: string, there: string): Screen {
  const { local, from, name, given } = screen;
  return {
    ...rebased({ local, from, name }, here, there),
    // Many modules may have to be read for it.
    get alone() {
      return screen.alone;
    },
    ...(given ? { given: { ...given, imports: given.imports.map((one) => rebased(one, here, there)) } } : {}),
  };
}
