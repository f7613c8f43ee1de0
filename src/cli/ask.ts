import { printable } from './render/printable.ts';
import type { OpenChoice } from '../core/plan/attach/open-choices.ts';
import type { SideQuestion } from '../core/plan/attach/choose-side.ts';
import { confirm, input, password, search, select, Separator } from '@inquirer/prompts';
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
      throw new Problem({ status: EXIT.interrupted, what: 'Nothing was changed' });
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

const ANSWERS: Readonly<Record<string, 'yes' | 'no' | 'file' | 'change'>> = {
  '': 'no',
  y: 'yes',
  yes: 'yes',
  n: 'no',
  no: 'no',
  f: 'file',
  c: 'change',
};

/** Asks whether a plan is to be carried out; a file of it can be looked at first, and a choice answered otherwise. */
export async function agreement(
  question: string,
  { canChange }: { canChange: boolean },
): Promise<'yes' | 'no' | 'file' | 'change'> {
  const more = canChange ? 'f shows a file, c changes something' : 'f shows a file';
  const known = (text: string): (typeof ANSWERS)[string] | undefined => {
    const answer = ANSWERS[text.trim().toLowerCase()];
    return answer === 'change' && !canChange ? undefined : answer;
  };
  const answer = await answered(() =>
    input(
      {
        message: `${question} ${pc.dim(`(y/N; ${more})`)}`,
        validate: (text) => known(text) !== undefined || `Answer y or n; ${more}.`,
        theme: THEME,
      },
      { output: process.stderr },
    ),
  );
  return known(answer) ?? 'no';
}

/** Asks which of some files is meant. */
export async function fileAnswer(files: readonly string[]): Promise<string> {
  const choices = files.map((value) => ({ value, name: printable(value) }));
  return answered(() => select({ message: 'Which file?', choices, theme: THEME }, { output: process.stderr }));
}

/** Asks which of some things is meant; each with what is said of it below the list. */
export async function oneOf<Value extends string>(
  message: string,
  choices: readonly { value: Value; name: string; description?: string }[],
): Promise<Value> {
  const shown = choices.map((one) => ({ ...one, name: printable(one.name) }));
  return answered(() => select<Value>({ message, choices: shown, theme: THEME }, { output: process.stderr }));
}

/** An integration that can be chosen. */
export interface Offered {
  id: string;
  kind: string;
  about: string;
  /** Whether it has to do with some words. */
  isAbout(this: void, words: string[]): boolean;
}

/** Asks for integrations, one after the other, with a search through all that fit; empty where none is wanted. */
export async function integrationsAnswer(offered: readonly Offered[]): Promise<string[]> {
  const chosen: string[] = [];
  for (;;) {
    const left = offered.filter(({ id }) => !chosen.includes(id));
    const end = chosen.length === 0 ? [] : [{ value: '', name: `that is all: ${chosen.join(', ')}` }];
    const found = (term: string | undefined): (Separator | { value: string; name: string; description?: string })[] => {
      const words = (term ?? '').split(/\s+/).filter((word) => word !== '');
      const fitting = left.filter((one) => one.isAbout(words));
      const kinds = [...new Set(fitting.map(({ kind }) => kind))].sort();
      return [
        ...(words.length === 0 ? end : []),
        ...kinds.flatMap((kind) => [
          new Separator(pc.dim(printable(kind))),
          ...fitting
            .filter((one) => one.kind === kind)
            .map(({ id, about }) => ({ value: id, name: printable(id), description: printable(about) })),
        ]),
      ];
    };
    const message = chosen.length === 0 ? 'What do you want to attach? Type to look for it' : 'And what else?';
    const next = await answered(() =>
      search({ message, source: (term) => found(term), pageSize: 12, theme: THEME }, { output: process.stderr }),
    );
    if (next === '') return chosen;
    chosen.push(next);
    if (chosen.length === offered.length) return chosen;
  }
}
