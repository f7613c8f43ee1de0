/** Names of classes with their namespaces, with commas between them, as the items of a list of PHP, a line each; undefined for what is none. */
export function classList(names: string, indent = '        '): string | undefined {
  const all = names.split(', ');
  if (!all.every((one) => /^[A-Z]\w*(\\\w+)+$/.test(one))) return undefined;
  return all.map((one) => `\\${one}::class`).join(`,\n${indent}`);
}
