/** Replaces `{{name}}` in a text; undefined where a name has no value or an empty one: such a text is left out. */
export function fill(text: string, values: Readonly<Record<string, string>>): string | undefined {
  const empty: string[] = [];
  const filled = text.replace(/\{\{\s*([\w.-]+)\s*\}\}/g, (_, name: string) => {
    const value = Object.hasOwn(values, name) ? (values[name] ?? '') : '';
    if (value === '') empty.push(name);
    return value;
  });
  return empty.length === 0 ? filled : undefined;
}

/** The first of several texts that can be filled completely. */
export function firstFilled(texts: readonly string[], values: Readonly<Record<string, string>>): string | undefined {
  for (const text of texts) {
    const filled = fill(text, values);
    if (filled !== undefined) return filled;
  }
  return undefined;
}

/** Fills every text in a tie or the like; members whose text is incomplete are left out. */
export function fillAll<Value>(value: Value, values: Readonly<Record<string, string>>): Value {
  if (typeof value === 'string') return fill(value, values) as Value;
  if (Array.isArray(value))
    return value.map((item: unknown) => fillAll(item, values)).filter((item) => item !== undefined) as Value;
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).map(([key, item]) => [key, fillAll(item as unknown, values)] as const);
  return Object.fromEntries(entries.filter(([, item]) => item !== undefined)) as Value;
}

/** A text with every name replaced that has a value; others stay: they may be what the text itself means by them. */
export function fillText(text: string, values: Readonly<Record<string, string>>): string {
  return text.replace(/\{\{\s*([\w.-]+)\s*\}\}/g, (whole, name: string) => values[name] ?? whole);
}

/** Several texts, each with its names replaced. */
export function fillEach(
  all: Readonly<Record<string, string>>,
  values: Readonly<Record<string, string>>,
): Record<string, string> {
  return Object.fromEntries(Object.entries(all).map(([key, value]) => [key, fillText(value, values)]));
}

/**
 * A text with fragments in the places of their names; `fragmentOf` gives undefined for what is none. One that stands for a line
 * (`// {{name}}`) and is empty takes the line with it.
 */
export function fillFragments(text: string, fragmentOf: (name: string) => string | undefined): string {
  const found = (name: string): string | undefined => fragmentOf(name)?.replaceAll(/^\n+|\n+$/g, '');
  const byLine = text.replaceAll(/^([ \t]*)\/\/ \{\{([\w.-]+)\}\}\r?\n/gm, (whole, indent: string, name: string) => {
    const fragment = found(name);
    if (fragment === undefined) return whole;
    return fragment === '' ? '' : `${fragment.replaceAll(/^(?=.)/gm, indent)}\n`;
  });
  return byLine.replaceAll(/\{\{([\w.-]+)\}\}/g, (whole, name: string) => found(name) ?? whole);
}
