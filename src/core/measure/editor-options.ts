import path from 'node:path';
import { parse } from 'editorconfig';
import type { Options } from './search.ts';

/** What an editor is told of a file, as options of a formatter that reads the same (EditorConfig Specification; Prettier, "Configuration File"). */
export async function editorOptions(root: string, file: string): Promise<Options> {
  const {
    indent_style: style,
    indent_size: size,
    tab_width: width,
    max_line_length: longest,
    end_of_line: end,
  } = await parse(path.join(root, file), { root });
  const options: Record<string, string | number | boolean> = {};
  if (style === 'tab' || style === 'space') options.useTabs = style === 'tab';
  const indent = Number(size === 'tab' ? width : size);
  if (Number.isInteger(indent) && indent > 0) options.tabWidth = indent;
  else if (Number.isInteger(Number(width)) && Number(width) > 0) options.tabWidth = Number(width);
  if (Number.isInteger(Number(longest)) && Number(longest) > 0) options.printWidth = Number(longest);
  else if (String(longest) === 'off') options.printWidth = Number.MAX_SAFE_INTEGER;
  if (end === 'lf' || end === 'crlf' || end === 'cr') options.endOfLine = end;
  return options;
}
