import { describe, expect, it } from 'vitest';
import { countHabits, DEFAULT_HABITS, habitsFrom, noHabitVotes } from '../../../src/core/text/habits.ts';

function habitsOf(text: string): ReturnType<typeof habitsFrom> {
  const votes = noHabitVotes();
  countHabits(text, votes);
  return habitsFrom(votes);
}

describe('smaller habits of writing', () => {
  it.each([
    ['arrowBrackets', 'plots.map((plot) => plot.size)', 'plots.map(plot => plot.size)'],
    ['arrowBrackets', 'const f = async (x) => x', 'const f = async x => x'],
    ['spacedBraces', "import { bed } from './bed'", "import {bed} from './bed'"],
    ['spacedBraces', 'const a = { size: 2 }', 'const a = {size: 2}'],
    ['singleQuotedAttributes', "const a = <p id='x'>beans</p>", 'const a = <p id="x">beans</p>'],
    ['argumentCommas', 'sow(\n  beans,\n  row,\n);', 'sow(\n  beans,\n  row\n);'],
    ['argumentCommas', 'root.render(\n  <App />,\n)', 'root.render(\n  <App />\n)'],
  ] as const)('%s', (habit, yes, no) => {
    expect(habitsOf(yes)[habit]).toBe(true);
    expect(habitsOf(no)[habit]).toBe(false);
  });

  it('brackets around an expression are no call, and a text that shows nothing is written as most people write', () => {
    expect(habitsOf('return (\n  <p>beans</p>\n);\nconst a = (\n  one\n);\nif (\n  a\n)\n').argumentCommas).toBe(true);
    expect(habitsOf('')).toEqual(DEFAULT_HABITS);
    expect(habitsOf('const a = (x) => {}\nconst b = async () => {}\nf(([a]) => a)')).toEqual(DEFAULT_HABITS);
  });
});
