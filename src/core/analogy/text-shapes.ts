import type { Container, Document } from 'postcss';
import { parseSheet } from '../formats/style/sheet.ts';
import { DEFAULT_STYLE } from '../text/code-style.ts';
import { rootShape, type Shape } from './shape.ts';

/** The shape of a style sheet: its rules by their selectors. Undefined where it cannot be read. */
export function sheetShape(text: string, language: 'css' | 'scss', shift = 0): Shape | undefined {
  const sheet = parseSheet(text, { file: `sheet.${language}`, style: DEFAULT_STYLE }, '');
  return 'kind' in sheet ? undefined : rootShape('sheet', text, shift, rulesIn(sheet.root, shift + sheet.shift));
}

function rulesIn(container: Container | Document, shift: number): Shape[] {
  return (container.nodes ?? []).map((node): Shape => {
    const start = (node.source?.start?.offset ?? 0) + shift;
    const end = (node.source?.end?.offset ?? 0) + shift;
    const label =
      node.type === 'rule' ? node.selector : node.type === 'atrule' ? `@${node.name} ${node.params}` : undefined;
    const isContainer = 'nodes' in node && node.nodes !== undefined;
    return {
      kind: node.type,
      start,
      end,
      label: node.type === 'decl' ? node.prop : label,
      slots: [],
      ...(isContainer ? { members: rulesIn(node, shift), hollow: true } : {}),
    };
  });
}

/** The shape of a text whose lines are nested by their indentation (Pug, YAML), or of one that no other shape fits. */
export function linesShape(text: string, shift = 0): Shape {
  const lines: { indent: number; start: number; end: number }[] = [];
  for (let at = 0; at < text.length;) {
    const end = text.indexOf('\n', at) === -1 ? text.length : text.indexOf('\n', at);
    const line = text.slice(at, end).trimEnd();
    if (line.trim() !== '') {
      const indent = line.length - line.trimStart().length;
      lines.push({ indent, start: at + indent + shift, end: at + line.length + shift });
    }
    at = end + 1;
  }
  const below = (from: number, to: number): Shape[] => {
    const shapes: Shape[] = [];
    for (let at = from; at < to;) {
      const line = lines[at];
      if (!line) break;
      let next = at + 1;
      while (next < to && (lines[next]?.indent ?? 0) > line.indent) next += 1;
      const written = text.slice(line.start - shift, line.end - shift);
      shapes.push({
        kind: 'line',
        start: line.start,
        end: lines[next - 1]?.end ?? line.end,
        label: /^[\w.#-]+/.exec(written)?.[0] ?? written,
        slots: [{ kind: 'words', start: line.start, end: line.end, slots: [] }],
        members: below(at + 1, next),
      });
      at = next;
    }
    return shapes;
  };
  return rootShape('lines', text, shift, below(0, lines.length));
}
