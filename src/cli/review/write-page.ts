import type { ChangeSet } from '../../core/change/change-set.ts';
import { EXIT, Problem } from '../../core/problem.ts';
import type { Output } from '../output.ts';
import { version } from '../version.ts';
import type { WantedRuns } from '../render/left-out.ts';

/** Writes a change set as a page to stdout. */
export async function writePage(changes: ChangeSet, runs: WantedRuns, output: Output): Promise<void> {
  output.rest();
  const { reviewPage } = await import('./page.ts');
  process.stdout.write(reviewPage(changes, runs, frame()));
}

/** Does what makes a preview; where that is refused and a page was asked for, the refusal is one, too. */
export async function withRefusalPage(
  { preview, format }: { preview: boolean; format: string },
  preparing: () => Promise<number>,
): Promise<number> {
  try {
    return await preparing();
  } catch (error) {
    if (preview && format === 'html' && Problem.is(error) && error.status === EXIT.refused) {
      const { refusalPage } = await import('./page.ts');
      process.stdout.write(refusalPage(error.parts, frame()));
    }
    throw error;
  }
}

function frame(): { version: string; at: Date; command: string } {
  const args = process.argv.slice(2);
  const shown = args.filter(
    (one, index) => !/^--(preview|format)(=|$)/.test(one) && !(one === 'html' && args[index - 1] === '--format'),
  );
  return { version: version(), at: new Date(), command: ['ligament', ...shown.map((one) => quoted(one))].join(' ') };
}

/** As a shell reads it (POSIX.1-2024, Shell Command Language, section 2.2.2). */
function quoted(word: string): string {
  return /^[\w@%+=:,./~-]+$/.test(word) ? word : `'${word.replaceAll("'", `'\\''`)}'`;
}
