import { lineBreakOf } from '../../text/code-style.ts';
import { literally } from '../../text/literally.ts';
import type { Splice } from '../../text/splices.ts';
import { edited, refused, type Format } from '../format.ts';

/**
 * `set`: an environment file gives `key` a value. A key that is there with another value is a refusal, unless `any`
 * says that being there is enough or `replace` names the one that may be replaced. The forms read are those of dotenv files: `KEY=value`, `export KEY = "value"`, `#` comments.
 */
export interface DotenvOperation {
  op: 'set';
  key: string;
  value: string;
  any?: boolean | undefined;
  replace?: string | undefined;
  /** Its value is a secret, asked for by this choice: here stands only a token for it. */
  secret?: string | undefined;
  /** Who loads the file puts variables in the place of `$NAME`, and takes `\$` for a dollar sign (dotenv-expand, and loaders with the same rule). */
  expands?: boolean | undefined;
  /** A comment to stand above a new key, one line. */
  comment?: string | undefined;
}

interface EnvironmentLine {
  key: string;
  value: string;
  start: number;
  /** Behind the line and its break; a quoted value may run over several lines. */
  end: number;
}

export const dotenv: Format<DotenvOperation> = {
  edit(text, { key, value, any, comment, replace, secret, expands }, around) {
    const line = quoteValue(value, expands);
    const shown = secret === undefined ? line : undefined;
    const handwork = `Put the line ${key}=${shown ?? '…'} into ${around.file}.`;
    if (!/^[A-Za-z_][\w.]*$/.test(key))
      return refused(text, undefined, `"${key}" cannot be the name of a variable`, handwork);
    if (line === undefined)
      return refused(text, undefined, 'the value has characters that no quotes can hold', handwork);
    // Of a key given twice the last one counts, as it does for those who load the file.
    const present = environmentLines(text).findLast((one) => one.key === key);
    if (present) {
      if (any || meant(present.value, expands) === value) return { kind: 'already', at: present.start };
      const old = replace !== undefined && present.value === replace ? writtenValue(text, present) : undefined;
      if (old) return edited(text, [{ ...old, inserted: line }]);
      return refused(
        text,
        present.start,
        `${key} is there already, with another value`,
        `Give ${key} the value it needs in ${around.file}.`,
      );
    }
    const eol = lineBreakOf(text) ?? around.style.eol;
    const lead = text === '' || text === '\uFEFF' || text.endsWith('\n') ? '' : eol;
    const note = comment === undefined ? '' : `# ${comment.replace(/[\r\n]+/g, ' ')}${eol}`;
    return edited(text, [{ at: text.length, removed: '', inserted: `${lead}${note}${key}=${line}${eol}` }]);
  },
  remove(text, { key, value, any, comment, expands }, around) {
    const present = environmentLines(text).findLast((one) => one.key === key);
    if (!present) return { kind: 'already', at: 0 };
    if (!any && meant(present.value, expands) !== value) {
      return refused(
        text,
        present.start,
        `${key} has been given another value since`,
        `Take ${key} out of ${around.file} if it is not needed.`,
      );
    }
    const above =
      comment === undefined
        ? undefined
        : new RegExp(`# ${literally(comment)}\\r?\\n$`).exec(text.slice(0, present.start));
    const at = above ? above.index : present.start;
    return edited(text, [{ at, removed: text.slice(at, present.end), inserted: '' }]);
  },
};

/** The place of a value that stands on one line with nothing behind it; undefined for any other. */
function writtenValue(
  text: string,
  { start, end, value }: EnvironmentLine,
): Pick<Splice, 'at' | 'removed'> | undefined {
  const written = text.slice(start, end).trimEnd();
  const removed = [value, `'${value}'`, `"${value}"`].find((one) => one !== '' && written.endsWith(`=${one}`));
  return removed === undefined ? undefined : { at: start + written.length - removed.length, removed };
}

/** The variables that an environment file sets, with their places. */
export function environmentLines(text: string): EnvironmentLine[] {
  const found: EnvironmentLine[] = [];
  const line = /^[ \t]*(?:export[ \t]+)?([A-Za-z_][\w.]*)[ \t]*(?:=|:[ \t])[ \t]*/;
  for (let at = text.startsWith('\uFEFF') ? 1 : 0; at < text.length;) {
    const match = line.exec(text.slice(at, endOfLine(text, at)));
    if (!match) {
      at = endOfLine(text, at);
      continue;
    }
    const { value, end } = readValue(text, at + match[0].length);
    const after = endOfLine(text, end);
    found.push({ key: match[1] ?? '', value, start: at, end: after });
    at = after;
  }
  return found;
}

function readValue(text: string, at: number): { value: string; end: number } {
  const quote = text[at];
  if (quote === '"' || quote === "'" || quote === '`') {
    let close = at + 1;
    while (close < text.length && text[close] !== quote) close += quote === '"' && text[close] === '\\' ? 2 : 1;
    if (close < text.length) {
      const raw = text.slice(at + 1, close);
      return { value: quote === '"' ? raw.replaceAll('\\n', '\n').replaceAll('\\r', '\r') : raw, end: close };
    }
  }
  const rest = text.slice(at, endOfLine(text, at));
  return { value: rest.replace(/#.*$/s, '').trim(), end: at };
}

/**
 * A value as it can stand in the file; undefined where no quotes can hold it. Where variables are put in the place of `$NAME` a dollar
 * sign is written `\$`, in whatever quotes: such loaders do not ask which they were.
 */
export function quoteValue(value: string, expands = false): string | undefined {
  if (/^[\w./:@%+,=-]*$/.test(value)) return value;
  if (expands && value.includes('$'))
    return /\\/.test(value) ? undefined : inQuotes(value.replaceAll('$', '\\$'), /["\r\n]/);
  return inQuotes(value, /["\\\r\n]/);
}

function inQuotes(value: string, notInDouble: RegExp): string | undefined {
  if (!notInDouble.test(value)) return `"${value}"`;
  if (!/['\r\n]/.test(value)) return `'${value}'`;
  return /["\\]/.test(value) || value.includes('\r') ? undefined : `"${value.replaceAll('\n', '\\n')}"`;
}

/** What a loader makes of a value as it is written. */
function meant(value: string, expands = false): string {
  return expands ? value.replaceAll('\\$', '$') : value;
}

function endOfLine(text: string, at: number): number {
  const end = text.indexOf('\n', at);
  return end === -1 ? text.length : end + 1;
}
