import { EXIT, Problem } from '../../core/problem.ts';

/** A word of the command line that is wrong: shown in its place. */
interface Wrong {
  what: string;
  /** The word, as it was typed. */
  at?: string | undefined;
  why?: string | undefined;
  next: string;
}

/** A problem with what was typed (status 2), with the line that was typed and what is wrong underlined. */
export function usageProblem(args: readonly string[], { what, at, why, next }: Wrong): Problem {
  const frame = at === undefined ? undefined : frameOf(args, at);
  return new Problem({ status: EXIT.wrongUsage, what, ...(why ? { why } : {}), next, ...(frame ? { frame } : {}) });
}

/** The command and the wrong word; what else was typed may be a secret. */
function frameOf(args: readonly string[], at: string): string | undefined {
  const index = args.findIndex((one) => one === at || one.startsWith(`${at}=`));
  if (index < 0) return undefined;
  const first = args.findIndex((one) => !one.startsWith('-'));
  const command = first >= 0 && first < index ? [args[first] ?? ''] : [];
  const left = index - command.length > 0 ? ['…'] : [];
  const word = /[\s"']/.test(at) ? JSON.stringify(at) : at;
  const head = ['ligament', ...command, ...left].join(' ');
  const rest = index < args.length - 1 ? ' …' : '';
  return `${head} ${word}${rest}\n${' '.repeat(head.length + 1)}${'^'.repeat(word.length)}`;
}

/** What is said where a command lacks its argument, with where names that it takes are told. */
export function missingName(command: string, argument: string): Wrong {
  const told = LISTED[command];
  return {
    what: `"${command}" needs the name of ${/^integrations?$/.test(argument) ? 'an integration' : `a ${argument}`}`,
    next: `${told === undefined ? '' : `${told} `}See: ligament help ${command}`,
  };
}

const LISTED: Readonly<Record<string, string>> = {
  attach: '"ligament browse" lists those that fit here.',
  detach: '"ligament survey" tells what is attached.',
  enrol: '"ligament survey" tells what is attached.',
};
