/**
 * A JSON object's text (RFC 8259) with more members at its end, each on a line of its own as the others are. Without any the text
 * comes back as it is. Throws an Error for a text that does not end with an object's bracket.
 */
export function withMembers(text: string, members: Readonly<Record<string, unknown>>): string {
  const all = Object.entries(members);
  if (all.length === 0) return text;
  const parts = /^([\s\S]*?)(\s*)\}(\s*)$/.exec(text);
  if (!parts) throw new Error('the text is not a JSON object');
  const [, before = '', space = '', after = ''] = parts;
  const lines = all.map(([name, value]) => `  ${JSON.stringify(name)}: ${inLine(value)}`);
  const comma = before.endsWith('{') ? '' : ',';
  return `${before}${comma}\n${lines.join(',\n')}${space.includes('\n') ? space : '\n'}}${after}`;
}

/** A value on one line, with blanks inside of its brackets. */
function inLine(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(inLine).join(', ')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  const members = Object.entries(value).map(([name, one]) => `${JSON.stringify(name)}: ${inLine(one)}`);
  return members.length === 0 ? '{}' : `{ ${members.join(', ')} }`;
}
