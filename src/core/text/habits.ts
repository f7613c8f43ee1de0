/** Smaller habits of writing, told to formatters so that their first run changes least. */
export interface Habits {
  /** Brackets around the only parameter of an arrow function. */
  arrowBrackets: boolean;
  /** Blanks inside the braces of objects and imports that stand on one line. */
  spacedBraces: boolean;
  /** Single quotes around attributes of elements. */
  singleQuotedAttributes: boolean;
  /** A comma behind the last argument or parameter where each has a line of its own. */
  argumentCommas: boolean;
}

export const DEFAULT_HABITS: Habits = {
  arrowBrackets: true,
  spacedBraces: true,
  singleQuotedAttributes: false,
  argumentCommas: true,
};

/** How often each habit was seen, and its opposite. */
export type HabitVotes = Record<keyof Habits, { yes: number; no: number }>;

export function noHabitVotes(): HabitVotes {
  const none = (): { yes: number; no: number } => ({ yes: 0, no: 0 });
  return { arrowBrackets: none(), spacedBraces: none(), singleQuotedAttributes: none(), argumentCommas: none() };
}

/** Adds what a script's text shows. Reads lines, not syntax: cheap enough for a survey. */
export function countHabits(text: string, votes: HabitVotes): void {
  const count = (habit: keyof Habits, yes: RegExp, no: RegExp): void => {
    votes[habit].yes += text.match(yes)?.length ?? 0;
    votes[habit].no += text.match(no)?.length ?? 0;
  };
  count('arrowBrackets', /\([\w$]+\) =>/g, /(?:^|[=(,:?[{]\s*|\basync |\breturn )(?!async\b)[A-Za-z_$][\w$]* =>/gm);
  count('spacedBraces', /\{ [\w$'"][^\n{}]* \}/g, /(?:[=(,:[] ?|import |export )\{[\w$'"][^\n{}]*[\w$'"]\}/g);
  count('singleQuotedAttributes', /<[A-Za-z][^<>\n]* [\w-]+='[^'"\n]*'/g, /<[A-Za-z][^<>\n]* [\w-]+="[^'"\n]*"/g);
  const lines = text.split(/\r?\n/);
  lines.forEach((line, index) => {
    if (!/^\s*\)[;,]?$/.test(line)) return;
    const last = lines[index - 1]?.trim() ?? '';
    if (!isCall(lines, index) || last === '' || /[({;]$|^\/\//.test(last)) return;
    votes.argumentCommas[last.endsWith(',') ? 'yes' : 'no'] += 1;
  });
}

/** Whether a bracket that closes on a line of its own belongs to a call or a list of parameters, not around an expression. */
function isCall(lines: readonly string[], closing: number): boolean {
  const indent = /^\s*/.exec(lines[closing] ?? '')?.[0] ?? '';
  for (let index = closing - 1; index >= 0; index -= 1) {
    const line = lines[index] ?? '';
    if (line.trim() === '' || !line.startsWith(indent) || /^\s/.test(line.slice(indent.length))) continue;
    return /[\w$)\]]\($/.test(line) && !/\b(return|if|while|for|switch|await|yield)\s*\($/.test(line);
  }
  return false;
}

/** The habits that the votes show; those of most people where they show nothing. */
export function habitsFrom(votes: HabitVotes): Habits {
  const habits = { ...DEFAULT_HABITS };
  for (const habit of Object.keys(habits) as (keyof Habits)[]) {
    const { yes, no } = votes[habit];
    if (yes !== no) habits[habit] = yes > no;
  }
  return habits;
}
