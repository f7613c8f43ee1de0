import { parse, type Container, type Document } from 'postcss';
import { parse as parseScss } from 'postcss-scss';
import type { Shape } from './shape.ts';

/** The shape of a style sheet: its rules by their selectors. Undefined where it cannot be read. */
export function sheetShape(text: string, language: 'css' | 'scss', shift = 0): Shape | undefined {
  try {
    const root = language === 'scss' ? parseScss(text) : parse(text);
    return {
      kind: 'sheet',
      start: shift,
      end: shift + text.length,
      slots: [],
      members: rulesIn(root, shift),
      stays: true,
    };
  } catch {
    return undefined;
  }
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
  return {
    kind: 'lines',
    start: shift,
    end: shift + text.length,
    slots: [],
    members: below(0, lines.length),
    stays: true,
  };
}
