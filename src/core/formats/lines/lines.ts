import { lineBreakOf } from '../../text/code-style.ts';
import { edited, type Format } from '../format.ts';

/** One entry of a line-based file such as an ignore file: `ensure` puts the line at the end unless it is covered. */
export interface LinesOperation {
  op: 'ensure';
  line: string;
}

export const lines: Format<LinesOperation> = {
  edit(text, { line }, around) {
    const covered = findLine(text, line);
    if (covered !== undefined) return { kind: 'already', at: covered };
    const eol = lineBreakOf(text) ?? around.style.eol;
    const complete = text === '' || text.endsWith('\n');
    return edited(text, [{ at: text.length, removed: '', inserted: complete ? line + eol : eol + line }]);
  },
  remove(text, { line }) {
    const at = findExact(text, line);
    if (at === undefined) return { kind: 'already', at: 0 };
    const end = text.indexOf('\n', at);
    return edited(text, [{ at, removed: end === -1 ? text.slice(at) : text.slice(at, end + 1), inserted: '' }]);
  },
};

/** The offset of the line, or of a pattern that covers it (`dist` covers `dist/` and `/dist`, `.env*` covers `.env.local`). */
function findLine(text: string, line: string): number | undefined {
  let at = 0;
  let found: number | undefined;
  for (const raw of text.split('\n')) {
    const entry = raw.trim();
    if (entry.startsWith('!') && covers(entry.slice(1), line)) found = undefined;
    else if (entry !== '' && !entry.startsWith('#') && covers(entry, line)) found = at;
    at += raw.length + 1;
  }
  return found;
}

function findExact(text: string, line: string): number | undefined {
  let at = 0;
  for (const raw of text.split('\n')) {
    if (raw.trim() === line) return at;
    at += raw.length + 1;
  }
  return undefined;
}

/** Whether one ignore pattern surely ignores all that another does (gitignore(5), PATTERN FORMAT), for plain names. */
function covers(pattern: string, wanted: string): boolean {
  const bare = (entry: string): string => entry.replace(/^\//, '').replace(/\/$/, '');
  if (pattern === wanted) return true;
  if (pattern.endsWith('/') && !wanted.endsWith('/')) return false;
  if (pattern.startsWith('/') && !wanted.startsWith('/')) return false;
  const name = bare(pattern);
  if (name === bare(wanted)) return true;
  if (/[?[\]\\]/.test(name) || name.includes('**')) return false;
  const [head = '', ...tail] = name.split('*');
  const target = bare(wanted);
  return tail.length === 1 && !target.includes('*') && !target.includes('/')
    ? target.length >= name.length - 1 && target.startsWith(head) && target.endsWith(tail[0] ?? '')
    : false;
}
