import type { Tried } from './search.ts';

/** What a formatter tells of its options (Prettier, "API": getSupportInfo). */
export interface SupportedOption {
  name?: string;
  type?: string;
  category?: string;
  default?: unknown;
  choices?: readonly { value?: unknown; deprecated?: unknown }[];
  deprecated?: unknown;
}

// What they say is no matter of taste, or is found otherwise.
const NO_TASTE =
  /^(parser|plugins|filepath|endOfLine|rangeStart|rangeEnd|insertPragma|requirePragma|checkIgnorePragma|cursorOffset|embeddedLanguageFormatting|htmlWhitespaceSensitivity)$/;
const WIDTHS = [2, 4, 3, 8, 1];

/** The options of a formatter that are tried, each with its values, the default first. */
export function triedOptions(supported: readonly SupportedOption[]): Tried[] {
  return supported.flatMap(({ name, type, default: usual, choices = [], deprecated }): Tried[] => {
    if (name === undefined || NO_TASTE.test(name) || deprecated !== undefined) return [];
    if (typeof usual === 'number' && name === 'printWidth') return [{ name, values: [usual] }];
    if (typeof usual === 'number' && name === 'tabWidth')
      return [{ name, values: [usual, ...WIDTHS.filter((one) => one !== usual)] }];
    if (type === 'boolean') return [{ name, values: usual === true ? [true, false] : [false, true] }];
    if (type !== 'choice') return [];
    const all = choices.flatMap(({ value, deprecated: old }) =>
      typeof value === 'string' && old === undefined ? [value] : [],
    );
    const first = typeof usual === 'string' ? usual : all[0];
    return first === undefined ? [] : [{ name, values: [first, ...all.filter((one) => one !== first)] }];
  });
}
