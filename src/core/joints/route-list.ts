/** A route as a framework's own list says it. */
export interface ListedRoute {
  /** Method and path, as people write them: `GET /plots`. */
  shown: string;
  /** All that is said of it: another text is another route. */
  what: string;
  /** The method, or several with `|`; `ANY` for all. */
  method: string;
  path: string;
  /** Which paths it answers, where the list says so exactly. */
  answers?: RegExp | undefined;
}

/** How the console of a framework lists all routes of an app, in the order in which they are tried. */
export interface RouteList {
  /** What the console is asked; older ones understand the last of them. */
  asks: readonly (readonly string[])[];
  /** The routes in what it says; undefined where that is no list. */
  read(this: void, said: string): ListedRoute[] | undefined;
}

/** The JSON in what a console says, from its first bracket on: an app may say something of its own before. Undefined where there is none. */
export function jsonIn(said: string, bracket: '{' | '['): unknown {
  try {
    return JSON.parse(said.slice(said.indexOf(bracket)));
  } catch {
    return undefined;
  }
}

/** How one list of routes differs from one before: in what was there, and in what no request reaches. */
export interface RouteChanges {
  added: ListedRoute[];
  /** Of those that were there, in words: gone, other, or in another order. */
  harmed: string[];
  /** Of the new ones, in words: answered by one that was there and stands before it. */
  hidden: string[];
}

/** Compares the routes of an app before and after something has come to it. */
export function compareRoutes(before: readonly ListedRoute[], after: readonly ListedRoute[]): RouteChanges {
  const known = new Set(before.map(({ what }) => what));
  const kept = new Set(after.map(({ what }) => what));
  const added = after.filter(({ what }) => !known.has(what));
  const gone = before.filter(({ what }) => !kept.has(what));
  const order = after.filter(({ what }) => known.has(what));
  const moved = gone.length === 0 ? order.find(({ what }, index) => what !== before[index]?.what) : undefined;
  return {
    added,
    harmed: [
      ...gone.map(({ shown }) => `${shown} is not what it was`),
      ...(moved ? [`${moved.shown} is tried in another order`] : []),
    ],
    hidden: added.flatMap((one) => hiddenBy(one, after.slice(0, after.indexOf(one)))),
  };
}

/** In words, which route that is tried before another one answers its path. */
function hiddenBy(one: ListedRoute, earlier: readonly ListedRoute[]): string[] {
  const path = one.path.replaceAll(/\{[^}]*\}/g, '1');
  const other = earlier.find((each) => each.answers?.test(path) === true && meet(each.method, one.method));
  return other && other.path !== one.path
    ? [`${one.shown} is answered by ${other.shown}, which is tried before it`]
    : [];
}

function meet(one: string, other: string): boolean {
  const all = other.split('|');
  return one === 'ANY' || other === 'ANY' || one.split('|').some((method) => all.includes(method));
}
