import fc from 'fast-check';

/** How a generated script is written. */
export interface Writing {
  indent: string;
  quote: string;
  end: string;
  eol: string;
  comma: string;
  finalEol: boolean;
}

export const writing: fc.Arbitrary<Writing> = fc.record({
  indent: fc.constantFrom('  ', '    ', '\t'),
  quote: fc.constantFrom("'", '"'),
  end: fc.constantFrom('', ';'),
  eol: fc.constantFrom('\n', '\r\n'),
  comma: fc.constantFrom('', ','),
  finalEol: fc.boolean(),
});

const plugin = fc.constantFrom('beans()', 'peas({ rows: 2 })', 'on && kale()', '...roots', '[beet(), leek()]');
const comment = fc.constantFrom('', '', ' // sown in May', ' /* by the well */');

/** The text of a list of plugins, on one line or several, with comments. */
function list(style: Writing, items: readonly [string, string][], multi: boolean, depth: string): string {
  const { indent, eol, comma } = style;
  if (items.length === 0) return multi ? `[${eol}${depth}${indent}// nothing sown yet${eol}${depth}]` : '[]';
  if (!multi) return `[${items.map(([item]) => item).join(', ')}${comma}]`;
  const lines = items.map(
    ([item, note], index) => `${depth}${indent}${item}${index < items.length - 1 ? ',' : comma}${note}`,
  );
  return `[${eol}${lines.join(eol)}${eol}${depth}]`;
}

/** The text of a configuration script with a list of plugins, in one of the shapes that people write. */
export const configScript: fc.Arbitrary<string> = fc
  .record({
    style: writing,
    items: fc.array(fc.tuple(plugin, comment), { maxLength: 4 }),
    multi: fc.boolean(),
    shape: fc.integer({ min: 0, max: 9 }),
    bom: fc.boolean(),
    header: fc.constantFrom('', '// The society’s build', '/* Licence: CC0 */'),
  })
  .map(({ style, items, multi, shape, bom, header }) => {
    const { indent, end, eol, comma, finalEol } = style;
    const plugins = list(style, items, multi, indent);
    const object = `{${eol}${indent}base: ${style.quote}/garden/${style.quote},${eol}${indent}plugins: ${plugins}${comma}${eol}}`;
    const bodies = [
      `export default ${object}${end}`,
      `export default defineConfig(${object})${end}`,
      `const config = ${object}${end}${eol}${eol}export default config${end}`,
      `export default () => (${object})${end}`,
      `export default defineConfig(async () => {${eol}${indent}return ${object}${end}${eol}})${end}`,
      `const plugins = ${list(style, items, multi, '')}${end}${eol}${eol}export default { base: ${style.quote}/garden/${style.quote}, plugins }${end}`,
      `export default { base: ${style.quote}/garden/${style.quote}, plugins: ${list(style, items, multi, '')}.filter(Boolean) }${end}`,
      `const shared = { plugins: ${list(style, items, multi, '')} }${end}${eol}export default { ...shared, base: ${style.quote}/garden/${style.quote} }${end}`,
      `export default mergeConfig({ base: ${style.quote}/garden/${style.quote} }, defineConfig({ plugins: ${list(style, items, multi, '')} }))${end}`,
      `export default { base: ${style.quote}/garden/${style.quote}${comma} }${end}`,
    ];
    const body = bodies[shape] ?? '';
    const names = ['beans', 'peas', 'kale', 'beet', 'leek'].map(
      (name) => `const ${name} = () => ${style.quote}${name}${style.quote}${end}`,
    );
    const before = [
      ...names,
      `const on = true${end}`,
      `const roots = [${style.quote}turnip${style.quote}]${end}`,
      `const defineConfig = (value) => value${end}`,
      `const mergeConfig = (a, b) => ({ ...a, ...b })${end}`,
    ];
    const lines = [...(header === '' ? [] : [header, '']), ...before, '', body];
    return (bom ? '\uFEFF' : '') + lines.join(eol) + (finalEol ? eol : '');
  });
