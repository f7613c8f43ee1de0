import type { Shape } from './shape.ts';

// What elements are compiled to may need these, although nobody writes them.
const PRAGMAS = ['React', 'h', 'Fragment', 'jsx'];

// Each round takes out what the one before has left loose: nobody writes longer chains.
const MOST_ROUNDS = 50;

/** The names that some parts declare, use and hand on. */
interface Names {
  declared: Set<string>;
  declarers: Map<Shape, string[]>;
  /** The shapes in which each name is used, each with all around it. */
  users: Map<string, Shape[][]>;
  handing: Map<Shape, string>;
  /** What is around a shape, outermost first. */
  paths: Map<Shape, Shape[]>;
}

/**
 * Cuts what uses names that have gone, and what nothing uses any more, until nothing is left of either. `isFrame` tells of an element
 * that stays without what was in it; `kept` are names that are needed, although nobody writes them, `gone` names that came from elsewhere.
 */
export function cutLoose(
  root: Shape,
  cut: Set<Shape>,
  {
    isFrame,
    kept = [],
    gone = [],
  }: {
    isFrame: (shape: Shape) => boolean;
    kept?: readonly string[] | undefined;
    gone?: readonly string[] | undefined;
  },
): void {
  const before = namesIn(root, new Set());
  for (let rounds = 0, changed = true; changed && rounds < MOST_ROUNDS; rounds += 1) {
    const now = namesIn(root, cut);
    const idleNow = idle(before, now, kept).map((path) => cutInnermost(path, cut, isFrame));
    const users = usersOfGone(before, now, gone).map(([name, path]) => {
      if (cutInnermost(path, cut, isFrame)) return true;
      // What has to stay keeps what it cannot do without.
      return bringBack(before, name, cut);
    });
    changed = [...idleNow, ...users].some(Boolean);
  }
}

function usersOfGone(before: Names, now: Names, known: readonly string[]): [string, Shape[]][] {
  const gone = new Set([...known, ...[...before.declared].filter((name) => !now.declared.has(name))]);
  return [...now.users].flatMap(([name, users]) =>
    gone.has(name) ? users.map((path): [string, Shape[]] => [name, path]) : [],
  );
}

/** Leaves what declares a name where it was, and all that it stands in. */
function bringBack({ declarers, paths }: Names, name: string, cut: Set<Shape>): boolean {
  const [declarer] = [...declarers].find(([, names]) => names.includes(name)) ?? [];
  if (!declarer) return false;
  return [...(paths.get(declarer) ?? []), declarer].map((one) => cut.delete(one)).some(Boolean);
}

/** What hands on or declares a name that is not used any more. */
function idle(before: Names, now: Names, kept: readonly string[]): Shape[][] {
  const isUsed = ({ users }: Names, name: string, by: Shape): boolean =>
    // What it is made of may be called the same: that is no use of it.
    (users.get(name) ?? []).some((path) => !path.includes(by));
  const handed = [...now.handing].filter(([shape, name]) => !isUsed(now, name, shape) && isUsed(before, name, shape));
  const declared = [...now.declarers].filter(([shape, names]) => {
    if (names.some((name) => now.users.has(name) || kept.includes(name))) return false;
    // What is imported for nothing serves nobody; other names may be there for what cannot be seen here.
    const isIdle = shape.kind.startsWith('Import') && !names.some((name) => PRAGMAS.includes(name));
    return isIdle || names.some((name) => before.users.has(name));
  });
  return [...handed, ...declared].map(([shape]) => [...(now.paths.get(shape) ?? []), shape]);
}

/** Cuts the innermost of some shapes, each in the one before, that can be taken out by itself; and what is hollow then. */
function cutInnermost(path: readonly Shape[], cut: Set<Shape>, isFrame: (shape: Shape) => boolean): boolean {
  for (let at = path.length - 1; at > 0; at -= 1) {
    const [around, shape] = [path[at - 1], path[at]];
    if (!around || !shape || shape.stays || cut.has(shape) || !around.members?.includes(shape)) continue;
    cut.add(shape);
    const isEmpty = around.members.every((one) => cut.has(one));
    if (isEmpty && around.hollow && !around.stays && !isFrame(around)) cutInnermost(path.slice(0, at), cut, isFrame);
    return true;
  }
  return false;
}

function namesIn(root: Shape, cut: ReadonlySet<Shape>): Names {
  const names: Names = {
    declared: new Set(),
    declarers: new Map(),
    users: new Map(),
    handing: new Map(),
    paths: new Map(),
  };
  const open: { shape: Shape; path: Shape[] }[] = [{ shape: root, path: [] }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { shape, path } = next;
    if (cut.has(shape)) continue;
    names.paths.set(shape, path);
    note(names, shape, path);
    const inside = [...path, shape];
    for (const part of [...shape.slots, ...(shape.members ?? [])]) open.push({ shape: part, path: inside });
  }
  return names;
}

function note({ declared, declarers, users, handing }: Names, shape: Shape, path: Shape[]): void {
  const { declares = [], uses = [], handsOn } = shape;
  for (const name of declares) declared.add(name);
  const isExported = path.some(({ kind }) => kind.startsWith('Export'));
  if (declares.length > 0 && (!isExported || shape.kind === 'word')) declarers.set(shape, declares);
  if (handsOn !== undefined) handing.set(shape, handsOn);
  for (const name of uses) users.set(name, [...(users.get(name) ?? []), [...path, shape]]);
}
