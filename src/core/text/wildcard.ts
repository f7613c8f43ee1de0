/** Whether a text is as a pattern says, in which `*` stands for any characters. Takes time in proportion to both, never more. */
export function matchesWildcard(text: string, pattern: string): boolean {
  const [first = '', ...rest] = pattern.split('*');
  const last = rest.pop();
  if (last === undefined) return text === pattern;
  if (!text.startsWith(first) || text.length < first.length + last.length || !text.endsWith(last)) return false;
  let at = first.length;
  for (const part of rest) {
    const found = text.indexOf(part, at);
    if (found === -1) return false;
    at = found + part.length;
  }
  return at <= text.length - last.length;
}
