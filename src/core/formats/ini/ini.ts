import { lineBreakOf } from '../../text/code-style.ts';
import { edited, refused, type Format, type Outcome } from '../format.ts';

/**
 * `set`: in the section of that name (the lines before the first one for an empty name) `key` has `value`; a section that is
 * not there is made at the end. For `.editorconfig` (EditorConfig specification, File Format) and `.npmrc` alike.
 */
export interface IniOperation {
  op: 'set';
  section: string;
  key: string;
  value: string;
  any?: boolean | undefined;
  /** The one other value that may be replaced. */
  replace?: string | undefined;
}

interface IniEntry {
  section: string;
  key: string;
  value: string;
  start: number;
  end: number;
}

interface IniFile {
  entries: IniEntry[];
  /** Sections in order, the nameless one first, with the offset behind their last line that is not blank. */
  sections: { name: string; start: number; last: number }[];
}

export const ini: Format<IniOperation> = {
  edit(text, operation, around) {
    const { section, key, value, any, replace } = operation;
    const handwork = `Put ${key} = ${value} into ${section === '' ? 'the top' : `the section [${section}]`} of ${around.file}.`;
    if (/[\r\n\]]/.test(section) || /[\r\n=[#;]/.test(key) || /[\r\n]/.test(value) || key.trim() === '') {
      return refused(text, undefined, 'this name or value cannot be written in such a file', handwork);
    }
    const file = parseIni(text);
    const present = file.entries.findLast((entry) => entry.section === section && sameKey(entry.key, key));
    if (present) {
      if (any || present.value === value) return { kind: 'already', at: present.start };
      const written = text.slice(present.start, present.end).trimEnd();
      if (replace !== undefined && present.value === replace && written.endsWith(replace) && replace !== '')
        return edited(text, [
          { at: present.start + written.length - replace.length, removed: replace, inserted: value },
        ]);
      return refused(text, present.start, `${key} is there already, as ${present.value}`, handwork);
    }
    return insert(text, file, operation, lineBreakOf(text) ?? around.style.eol);
  },
  remove(text, { section, key, value, any }, around) {
    const file = parseIni(text);
    const present = file.entries.findLast((entry) => entry.section === section && sameKey(entry.key, key));
    if (!present) return { kind: 'already', at: 0 };
    if (!any && present.value !== value) {
      return refused(
        text,
        present.start,
        `${key} has been changed since`,
        `Take ${key} out of ${around.file} if it is not needed.`,
      );
    }
    const alone = file.entries.filter((entry) => entry.section === section).length === 1 && section !== '';
    const heading = file.sections.findLast((one) => one.name === section);
    const only = alone && heading && text.slice(heading.start, present.start).trim() === `[${section}]`;
    const at = only ? heading.start : present.start;
    return edited(text, [{ at, removed: text.slice(at, present.end), inserted: '' }]);
  },
};

/** Reads sections and entries; lines that are neither are left alone. */
export function parseIni(text: string): IniFile {
  const shift = text.startsWith('\uFEFF') ? 1 : 0;
  const file: IniFile = { entries: [], sections: [{ name: '', start: shift, last: shift }] };
  for (let at = shift; at < text.length;) {
    const next = text.indexOf('\n', at);
    const end = next === -1 ? text.length : next + 1;
    const line = text.slice(at, end).trim();
    const heading = /^\[(.*)\]$/.exec(line);
    if (heading) file.sections.push({ name: heading[1] ?? '', start: at, last: end });
    const section = file.sections.at(-1);
    const entry = heading || /^[#;]/.test(line) ? null : /^([^=]+?)\s*=\s*(.*)$/.exec(line);
    if (entry && section)
      file.entries.push({
        section: section.name,
        key: entry[1] ?? '',
        value: (entry[2] ?? '').replace(/\s+[#;].*$/, ''),
        start: at,
        end,
      });
    if (section && line !== '') section.last = end;
    at = end;
  }
  return file;
}

function insert(
  text: string,
  { entries, sections }: IniFile,
  { section, key, value }: IniOperation,
  eol: string,
): Outcome {
  const line = `${key}${separatorOf(text, entries)}${value}`;
  const target = sections.findLast(
    (one) => one.name === section && (one.name !== '' || entries.some((entry) => entry.section === '')),
  );
  if (target) {
    const complete = target.last === 0 || text[target.last - 1] === '\n';
    return edited(text, [{ at: target.last, removed: '', inserted: complete ? line + eol : eol + line }]);
  }
  const top = sections[0];
  if (section === '' && top) {
    const rest = text.slice(top.last);
    const gap = rest.trim() === '' ? '' : eol;
    const lead = top.last > top.start && text[top.last - 1] !== '\n' ? eol : '';
    return edited(text, [{ at: top.last, removed: '', inserted: lead + line + eol + gap }]);
  }
  const lead = text.trim() === '' ? '' : text.endsWith('\n') ? eol : eol + eol;
  return edited(text, [{ at: text.length, removed: '', inserted: `${lead}[${section}]${eol}${line}${eol}` }]);
}

/** How this file writes the sign between key and value. */
function separatorOf(text: string, entries: readonly IniEntry[]): string {
  const [first] = entries;
  if (!first) return ' = ';
  return /\s=|=\s/.test(text.slice(first.start, first.end).trim()) ? ' = ' : '=';
}

function sameKey(a: string, b: string): boolean {
  return a.toLowerCase() === b.toLowerCase();
}
