import { confirm } from '@inquirer/prompts';
import pc from 'picocolors';
import { EXIT, Problem } from '../core/problem.ts';

/** Asks a yes-or-no question at the terminal. Throws a Problem (status 130) where the answer is an interruption. */
export async function confirmed(message: string): Promise<boolean> {
  const theme = {
    prefix: { idle: pc.cyan('Ask '), done: pc.cyan('Ask ') },
    style: { answer: (text: string) => pc.bold(text) },
  };
  try {
    return await confirm({ message, default: false, theme }, { output: process.stderr });
  } catch (error) {
    if (error instanceof Error && error.name === 'ExitPromptError') {
      throw new Problem({ status: EXIT.interrupted, what: 'Interrupted', next: 'Nothing was changed.' });
    }
    throw error;
  }
}
