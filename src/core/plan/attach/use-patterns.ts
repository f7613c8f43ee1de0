import { fillAll, fill } from '../../definition/fill.ts';
import type { UsePatterns, UsesSpec } from '../../definition/parts.ts';

/** What uses look like with the choices that were made. */
export function usePatternsOf({ classes, ...rest }: UsesSpec, choices: Readonly<Record<string, string>>): UsePatterns {
  const list = classes?.find((one) => one.every((text) => fill(text, choices) !== undefined));
  return { ...(list === undefined ? {} : { classes: fillAll(list, choices) }), ...fillAll(rest, choices) };
}
