import * as z from 'zod/mini';

/** A check that a map has one key alone, which tells what it is. */
export function oneKey(what: string): z.core.$ZodCheck<Record<string, unknown>> {
  return z.refine((value) => Object.keys(value).length === 1, `must have one key, the ${what}`);
}

/** The only key of such a map, with what it holds. */
export function onlyEntry<Value>(map: Readonly<Record<string, Value | undefined>>): [key: string, value: Value] {
  const [entry] = Object.entries(map);
  if (entry?.[1] === undefined) throw new Error('there is one key');
  return [entry[0], entry[1]];
}
