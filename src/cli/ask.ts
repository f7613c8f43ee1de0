import { printable } from './render/printable.ts';
import type { OpenChoice } from '../core/plan/attach/open-choices.ts';
import type { SideQuestion } from '../core/plan/attach/choose-side.ts';
import { confirm, input, password, select } from '@inquirer/prompts';
import pc from 'picocolors';
import { EXIT, Problem } from '../core/problem.ts';

const THEME = {
  prefix: { idle: pc.cyan('Ask '), done: pc.cyan('Ask ') },
  style: { answer: (text: string) => pc.bold(text) },
};

/** Asks a yes-or-no question at the terminal. Throws a Problem (status 130) where the answer is an interruption. */
export async function confirmed(message: string): Promise<boolean> {
  return answered(() => confirm({ message, default: false, theme: THEME }, { output: process.stderr }));
}

/** Asks for a secret: of what is typed only its length is seen. Throws a Problem (status 130) where that is an interruption. */
export async function secretAnswer(message: string): Promise<string> {
  return answered(() => password({ message, mask: '·', theme: THEME }, { output: process.stderr }));
}

/** Asks for a text. Throws a Problem (status 130) where the answer is an interruption. */
export async function textAnswer(message: string): Promise<string> {
  return answered(() => input({ message, theme: THEME }, { output: process.stderr }));
}

/** Asks about a choice: among its answers, or for a text that is fit. Throws a Problem (status 130) where the answer is an interruption. */
export async function choiceAnswer(title: string, { ask, of, usual, why, objection }: OpenChoice): Promise<string> {
  const message = `${printable(title)}: ${printable(ask)}${why === undefined ? '' : ` (${printable(why)})`}`;
  if (of) {
    const choices = of.map((value) => ({ value, name: printable(value) }));
    const asked = { message, choices, ...(usual === undefined ? {} : { default: usual }), theme: THEME };
    return answered(() => select<string>(asked, { output: process.stderr }));
  }
  const asked = {
    message,
    ...(usual === undefined ? {} : { default: usual }),
    validate: (value: string) =>
      objection(value) ?? (value === '' && usual === undefined ? 'it needs an answer' : true),
    theme: THEME,
  };
  return answered(() => input(asked, { output: process.stderr }));
}

async function answered<Answer>(ask: () => Promise<Answer>): Promise<Answer> {
  try {
    return await ask();
  } catch (error) {
    if (error instanceof Error && error.name === 'ExitPromptError') {
      throw new Problem({ status: EXIT.interrupted, what: 'Interrupted', next: 'Nothing was changed.' });
    }
    throw error;
  }
}

/** Asks which side of a workspace is meant; the inferred one stands first, with its reason. */
export async function sideAnswer(title: string, { sides, inferred }: SideQuestion): Promise<'browser' | 'server'> {
  const asked = {
    message: `Which side does ${printable(title)} go to?`,
    choices: sides.map((one) => ({
      value: one.side,
      name: `${one.side}: ${printable(one.title)}`,
      ...(one.side === inferred?.side ? { description: printable(inferred.why) } : {}),
    })),
    ...(inferred ? { default: inferred.side } : {}),
    theme: THEME,
  };
  return answered(() => select<'browser' | 'server'>(asked, { output: process.stderr }));
}
