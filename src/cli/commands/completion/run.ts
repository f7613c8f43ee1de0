import { EXIT } from '../../../core/problem.ts';
import type { Output } from '../../output.ts';
import type { GlobalOptions } from '../../session.ts';
import type { AnyCommand } from '../../command.ts';
import { usageProblem } from '../../arguments/usage-problem.ts';
import { nearName } from '../../../core/text/near-name.ts';
import { SCRIPTS } from './scripts.ts';

interface CompletionOptions extends GlobalOptions {
  shell: string;
  line?: string | undefined;
}

export async function run(
  { shell, line, cwd }: CompletionOptions,
  output: Output,
  all: readonly AnyCommand[],
): Promise<number> {
  if (shell === 'words') {
    const { wordsFor } = await import('./words.ts');
    const words = await wordsFor(line ?? '', { commands: all, cwd });
    if (words.length > 0) output.say(words.join('\n'));
    output.document(EXIT.done, { words });
    return EXIT.done;
  }
  const script = SCRIPTS[shell];
  if (script === undefined) {
    const known = Object.keys(SCRIPTS);
    const near = nearName(shell, known);
    throw usageProblem(['completion', shell], {
      what: `There is no completion for "${shell}"`,
      at: shell,
      next: near === undefined ? `There is one for ${known.join(', ')}.` : `Did you mean ${near}?`,
    });
  }
  output.say(script);
  output.document(EXIT.done, { shell, script });
  return EXIT.done;
}
