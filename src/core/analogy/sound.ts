import { isElement, shapesIn, type Shape } from './shape.ts';
import { shapeOfFile } from './shapes.ts';

/**
 * Whether what was made of a text can stand by itself: it can be read, what it uses of its own is declared in it, and, where the text
 * had markup, so has it.
 */
export function isSound(made: string, base: string, file: string): boolean {
  const [is, was] = [shapeOfFile(made, file), shapeOfFile(base, file)];
  if (is.kind !== was.kind) return false;
  // Nothing is left of it.
  if ((is.members ?? []).length === 0 && (was.members ?? []).length > 0) return false;
  const [now, before] = [namesOf(is), namesOf(was)];
  const isMissing = (name: string): boolean =>
    !now.declared.has(name) && before.declared.has(name) && before.used.has(name);
  if ([...now.used].some(isMissing)) return false;
  return !hasMarkup(was) || hasMarkup(is);
}

function namesOf(shape: Shape): { declared: Set<string>; used: Set<string> } {
  const all = [...shapesIn(shape)];
  // What markup may mean by a tag or a word in braces is not always a name.
  const scripts = all.filter(({ kind }) => /Identifier$/.test(kind));
  return {
    declared: new Set(all.flatMap(({ declares = [] }) => declares)),
    used: new Set(scripts.flatMap(({ uses = [] }) => uses)),
  };
}

function hasMarkup(shape: Shape): boolean {
  return [...shapesIn(shape)].some((one) => isElement(one) || one.kind === 'JSXFragment');
}
