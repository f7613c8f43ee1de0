import { countHabits, habitsFrom, noHabitVotes, type Habits, type HabitVotes } from './habits.ts';

/** How a text is written, so that what is put in looks like what is there. */
export interface CodeStyle {
  /** One level of indentation: a tab, or some spaces. */
  indent: string;
  quotes: 'single' | 'double';
  semicolons: boolean;
  eol: '\n' | '\r\n';
  trailingCommas: boolean;
  /** How long lines get, in columns: a usual width that nearly all of them keep to. */
  lineWidth: number;
  /** Smaller habits; those of most people where nothing is said. */
  habits?: Habits;
}

export const DEFAULT_STYLE: CodeStyle = {
  indent: '  ',
  quotes: 'single',
  semicolons: true,
  eol: '\n',
  trailingCommas: true,
  lineWidth: 80,
};

/** How often each habit was seen in a text; two of them can be added. */
export interface StyleVotes {
  indents: Map<string, number>;
  single: number;
  double: number;
  withSemicolon: number;
  withoutSemicolon: number;
  crlf: number;
  lf: number;
  trailingCommas: number;
  noTrailingCommas: number;
  /** The longest lines, in columns. */
  widths: number[];
  habits: HabitVotes;
}

export function noVotes(): StyleVotes {
  return {
    indents: new Map(),
    single: 0,
    double: 0,
    withSemicolon: 0,
    withoutSemicolon: 0,
    crlf: 0,
    lf: 0,
    trailingCommas: 0,
    noTrailingCommas: 0,
    widths: [],
    habits: noHabitVotes(),
  };
}

/** The line break that a text mostly uses, or undefined where it has none. */
export function lineBreakOf(text: string): '\n' | '\r\n' | undefined {
  let crlf = 0;
  let lf = 0;
  for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) {
    if (at > 0 && text[at - 1] === '\r') crlf += 1;
    else lf += 1;
  }
  if (crlf === 0 && lf === 0) return undefined;
  return crlf > lf ? '\r\n' : '\n';
}

/** One level of indentation as a text shows it, or undefined where nothing in it is indented. */
export function indentOf(text: string): string | undefined {
  const votes = new Map<string, number>();
  countIndents(text, votes);
  return mostVoted(votes);
}

/** Adds what a script's text shows to the votes. Reads lines, not syntax: cheap enough for a survey. */
export function countVotes(text: string, votes: StyleVotes): void {
  countIndents(text, votes.indents);
  countHabits(text, votes.habits);
  const lines = text.split('\n');
  votes.widths.push(...lines.map((line) => line.trimEnd().length).filter((width) => width > 60));
  if (lines.length > 1) {
    const crlf = lines.filter((line) => line.endsWith('\r')).length;
    votes.crlf += crlf;
    votes.lf += lines.length - 1 - crlf;
  }
  lines.forEach((raw, index) => {
    const line = raw.trim();
    if (/^(import|export)\b.*\bfrom\s*'|^import\s*'|require\('|= '/.test(line)) votes.single += 1;
    if (/^(import|export)\b.*\bfrom\s*"|^import\s*"|require\("|= "/.test(line)) votes.double += 1;
    if (/^(import\b.*['"]|(const|let|var)\b.*[\w)'"\]}]|return\b.*[\w)'"\]}])$/.test(line)) votes.withoutSemicolon += 1;
    if (/^(import|export|const|let|var|return|module\.exports)\b.*;$|^[\]})]+;$/.test(line)) votes.withSemicolon += 1;
    // A bracket that closes at the margin after a call or a list ends a statement; a bare brace may end a block.
    if (/^(\]|[\]}]*\)+)\s*$/.test(raw)) votes.withoutSemicolon += 1;
    const next = lines[index + 1]?.trim() ?? '';
    if (/^[\]})]+[;,]?$/.test(next) && /^[^/*].*[\w)'"\]},]$/.test(line) && !line.endsWith(';')) {
      if (line.endsWith(',')) votes.trailingCommas += 1;
      else if (/^[\]}]/.test(next)) votes.noTrailingCommas += 1;
    }
  });
}

/** The style that the votes show; where they show nothing, that of `otherwise`. */
export function styleFromVotes(votes: StyleVotes, otherwise: CodeStyle = DEFAULT_STYLE): CodeStyle {
  const more = (yes: number, no: number, fallback: boolean): boolean => (yes === no ? fallback : yes > no);
  return {
    indent: mostVoted(votes.indents) ?? otherwise.indent,
    quotes: more(votes.single, votes.double, otherwise.quotes === 'single') ? 'single' : 'double',
    semicolons: more(votes.withSemicolon, votes.withoutSemicolon, otherwise.semicolons),
    eol: more(votes.crlf, votes.lf, otherwise.eol === '\r\n') ? '\r\n' : '\n',
    trailingCommas: more(votes.trailingCommas, votes.noTrailingCommas, otherwise.trailingCommas),
    lineWidth: usualWidth(votes.widths) ?? otherwise.lineWidth,
    habits: habitsFrom(votes.habits),
  };
}

/** The style of one text, completed from `otherwise` where the text does not show it. */
export function styleOf(text: string, otherwise: CodeStyle = DEFAULT_STYLE): CodeStyle {
  const votes = noVotes();
  countVotes(text, votes);
  return styleFromVotes(votes, otherwise);
}

/** The narrowest usual width that all but a few of the longer lines keep to. */
function usualWidth(widths: readonly number[]): number | undefined {
  if (widths.length === 0) return undefined;
  const over = (width: number): number => widths.filter((one) => one > width).length;
  return [80, 100, 120, 140].find((width) => over(width) <= widths.length / 20) ?? 160;
}

function countIndents(text: string, votes: Map<string, number>): void {
  let previous = '';
  for (const line of text.split('\n')) {
    const indent = /^[ \t]*/.exec(line)?.[0] ?? '';
    const rest = line.slice(indent.length);
    // Blank lines and the bodies of block comments say nothing about indentation.
    if (rest.trim() === '' || rest.startsWith('*')) continue;
    if (indent.length > previous.length && indent.startsWith(previous)) {
      const step = indent.slice(previous.length);
      if (step === '\t' || /^ {2,8}$/.test(step)) votes.set(step, (votes.get(step) ?? 0) + 1);
    }
    previous = indent;
  }
}

function mostVoted(votes: Map<string, number>): string | undefined {
  let best: string | undefined;
  for (const [value, count] of votes) if (best === undefined || count > (votes.get(best) ?? 0)) best = value;
  return best;
}
