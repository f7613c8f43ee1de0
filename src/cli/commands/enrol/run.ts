import fs from 'node:fs';
import pc from 'picocolors';
import { messageOf } from '../../../core/message-of.ts';
import { refuseUnfinished } from '../../../core/apply/unfinished.ts';
import { openHost } from '../../../core/host/context.ts';
import { commandOf, enrol, ledgerWithPeople, type LedgerWithPeople } from '../../../core/enrol/enrol.ts';
import { secretVariable } from '../../../core/plan/attach/choices.ts';
import { EXIT, Problem } from '../../../core/problem.ts';
import { namedOrAll } from '../../../core/survey/choose-workspaces.ts';
import { givenSecret } from '../../given-secrets.ts';
import type { Output } from '../../output.ts';
import { printable } from '../../render/printable.ts';
import { openCatalog, interruption, openDoors, type GlobalOptions } from '../../session.ts';

interface EnrolOptions extends GlobalOptions {
  allowCommands: boolean;
  integration: string;
  workspace: string[];
  answer: string[];
  passwordFile?: string | undefined;
  role?: string | undefined;
}

export async function run(options: EnrolOptions, output: Output): Promise<number> {
  const { cwd, integration, workspace } = options;
  const doors = openDoors();
  const context = await openHost(doors, openCatalog(), cwd);
  await refuseUnfinished(doors, context.host.root);
  const named = await namedOrAll(doors.files, context.facts, workspace, cwd);
  const ledger = await ledgerWithPeople(
    context,
    integration,
    named.map(({ folder }) => folder),
  );
  if (ledger.foreign && !options.allowCommands) throw foreignPeople(ledger);
  output.note(pc.dim(printable(`running ${await commandOf(context, ledger, options.role)}, a script of this project`)));
  const answers = await answersTo(ledger.people.asks, options);
  const said = await enrol(context, ledger, { answers, role: options.role }, interruption());
  output.say(`${pc.green('Done')}  ${printable(said)}`);
  output.document(EXIT.done, { integration, workspace: ledger.workspace });
  return EXIT.done;
}

/** What was given, or is asked for at the terminal; the password last, without an echo. Throws a Problem (status 2) elsewhere. */
async function answersTo(asks: readonly string[], { answer, passwordFile }: EnrolOptions): Promise<string[]> {
  const isTerminal = process.stdin.isTTY && !process.env.CI;
  const { secretAnswer, textAnswer } = await import('../../ask.ts');
  const answers: string[] = [];
  for (const [index, question] of asks.entries()) {
    const given = answer[index];
    if (given === undefined && !isTerminal) throw nobodyToAsk(question);
    answers.push(oneLine(given ?? (await textAnswer(question))));
  }
  const given = passwordFile === undefined ? givenSecret(secretVariable('password')) : readPassword(passwordFile);
  if (given === undefined && !isTerminal) throw nobodyToAsk('Password');
  return [...answers, oneLine(given ?? (await secretAnswer('Password')))];
}

function readPassword(file: string): string {
  try {
    return fs.readFileSync(file, 'utf8').replace(/\r?\n$/, '');
  } catch (error) {
    throw new Problem({
      status: EXIT.wrongUsage,
      what: 'The file of the password cannot be read',
      where: { file },
      why: messageOf(error),
      next: 'Nobody was given an account.',
    });
  }
}

function foreignPeople({ title, people }: LedgerWithPeople): Problem {
  return new Problem({
    status: EXIT.refused,
    what: `${title} did not come with Ligament, and its record names the script that makes accounts`,
    why: (people.console ?? [people.script, ...(people.args ?? [])]).join(' '),
    next: 'Nobody was given an account. Look at what that script does; --allow-commands lets it run.',
  });
}

/** Each answer is a line of what the script reads. */
function oneLine(text: string): string {
  if (!/[\r\n]/.test(text)) return text;
  throw new Problem({
    status: EXIT.wrongUsage,
    what: 'An answer has a line break in it',
    next: 'Give it on one line. Nobody was given an account.',
  });
}

function nobodyToAsk(question: string): Problem {
  return new Problem({
    status: EXIT.wrongUsage,
    what: `"${question}" has to be answered, and there is no terminal to ask at`,
    next: `Give answers with --answer, in the order in which they are asked, and the password as ${secretVariable('password')} in the environment or with --password-file path. Nobody was given an account.`,
  });
}
