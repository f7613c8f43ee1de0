import yargs, { type Argv } from 'yargs';
import { EXIT, type Problem } from '../core/problem.ts';
import { faultOf } from './arguments/check-arguments.ts';
import { commandMeant } from './arguments/meant.ts';
import { EVERYWHERE, specOf } from './arguments/specs.ts';
import { plainLine, tokensOf, type Token } from './arguments/tokens.ts';
import { usageProblem } from './arguments/usage-problem.ts';
import type { AnyCommand } from './command.ts';
import { attach } from './commands/attach/options.ts';
import { browse } from './commands/browse/options.ts';
import { completion } from './commands/completion/options.ts';
import { detach } from './commands/detach/options.ts';
import { enrol } from './commands/enrol/options.ts';
import { grow } from './commands/grow/options.ts';
import { history } from './commands/history/options.ts';
import { prove } from './commands/prove/options.ts';
import { recover } from './commands/recover/options.ts';
import { survey } from './commands/survey/options.ts';
import { undo } from './commands/undo/options.ts';
import { Output } from './output.ts';
import type { GlobalOptions } from './session.ts';
import { everywhere } from './shared-options.ts';

/** Every command, in the order in which the help lists them. */
export const COMMANDS: readonly AnyCommand[] = [
  survey,
  browse,
  attach,
  prove,
  detach,
  undo,
  history,
  recover,
  grow,
  enrol,
  completion,
];

/** Runs the command that the arguments name; returns its exit status. Each command is loaded only when it is run. */
export async function run(args: string[], commands: readonly AnyCommand[] = COMMANDS): Promise<number> {
  if (!isThere()) return refuse(gone(), undefined, []);
  const specs = commands.map((one) => specOf(one));
  // Before the command is known its name must not be taken for the value of an option: all are known that any command has.
  const tokens = tokensOf(args, new Map([...specs.flatMap((one) => [...one.options]), ...EVERYWHERE]));
  const wantsHelp = has(tokens, 'help');
  const [word, ...others] = tokens.flatMap((one) => (one.kind === 'argument' ? [one.text] : []));
  if (word === undefined && !wantsHelp) return noCommand(args, commands, tokens);
  if (word === undefined || word === 'help') return help(word === undefined ? [] : others, args, { commands, tokens });
  const index = specs.findIndex(({ name }) => name === word);
  const [command, spec] = [commands[index], specs[index]];
  if (!command || !spec) return refuse(unknownCommand(word, args, commands), word, tokens);
  if (wantsHelp) return help([word], args, { commands, tokens });
  const options = new Map([...EVERYWHERE, ...spec.options]);
  const line = tokensOf(args, options);
  const fault = faultOf(behindCommand(line), { args, spec, options, all: specs });
  if (fault) return refuse(fault, word, tokens);
  return await carriedOut(command, plainLine(line), commands);
}

/** Has the parser read the line of a command that is known to be right, and runs it. */
async function carriedOut(command: AnyCommand, line: string[], commands: readonly AnyCommand[]): Promise<number> {
  let status: number = EXIT.done;
  const handler = async (options: GlobalOptions): Promise<void> => {
    const output = new Output(nameOf(command), options);
    try {
      status = await (await command.load()).run(options as never, output, commands);
    } catch (error) {
      status = output.fail(error, options.verbose);
    }
  };
  await (everywhere(yargs()) as Argv<GlobalOptions>)
    .command(command.usage, '', command.options, handler)
    .help(false)
    .version(false)
    .exitProcess(false)
    .detectLocale(false)
    .parseAsync(line);
  return status;
}

function nameOf({ usage }: AnyCommand): string {
  return usage.split(' ')[0] ?? '';
}

/** Without the first argument, which is the command. */
function behindCommand(tokens: readonly Token[]): Token[] {
  const at = tokens.findIndex(({ kind }) => kind === 'argument');
  return tokens.filter((_, index) => index !== at);
}

function has(tokens: readonly Token[], name: string): boolean {
  return tokens.some((one) => one.kind === 'option' && one.name === name && !one.negated && one.value !== 'false');
}

async function help(
  words: readonly string[],
  args: readonly string[],
  { commands, tokens }: { commands: readonly AnyCommand[]; tokens: readonly Token[] },
): Promise<number> {
  const [topic, extra] = words;
  if (extra !== undefined)
    return refuse(
      usageProblem(args, { what: `"help" takes one word, and "${extra}" was given`, at: extra, next: 'Leave it out.' }),
      'help',
      tokens,
    );
  const { overview, helpFor, TOPICS } = await import('./help/help.ts');
  const command = commands.find((one) => nameOf(one) === topic);
  const text = topic === undefined ? overview(commands) : command ? helpFor(command, EVERYWHERE) : TOPICS[topic]?.();
  if (text === undefined) return refuse(unknownCommand(topic ?? '', args, commands), 'help', tokens);
  const output = new Output('help', { json: has(tokens, 'json') });
  output.say(text);
  output.document(EXIT.done, { topic: topic ?? null, text });
  return EXIT.done;
}

/** Without a command there is nothing to do: all commands are shown. */
async function noCommand(
  args: readonly string[],
  commands: readonly AnyCommand[],
  tokens: readonly Token[],
): Promise<number> {
  const stray = tokens.find((one) => one.kind === 'option' && !one.known);
  if (stray?.kind === 'option' || has(tokens, 'json')) {
    const at = stray?.kind === 'option' ? stray.written : undefined;
    const what = at === undefined ? 'A command is missing' : `A command is missing before ${at}`;
    return refuse(usageProblem(args, { what, at, next: '"ligament help" lists all commands.' }), undefined, tokens);
  }
  process.stderr.write(`${(await import('./help/help.ts')).overview(commands)}\n`);
  return EXIT.wrongUsage;
}

/** Whether the folder that one stands in is still there. */
function isThere(): boolean {
  try {
    return process.cwd() !== '';
  } catch {
    return false;
  }
}

function gone(): Problem {
  return usageProblem([], { what: 'The folder that you stand in is gone', next: 'Go into a project, and try again.' });
}

function unknownCommand(word: string, args: readonly string[], commands: readonly AnyCommand[]): Problem {
  const near = commandMeant(word, [...commands.map(nameOf), 'help']);
  const command = commands.find((one) => nameOf(one) === near);
  const [example, does] = command?.examples[0] ?? [];
  const next =
    command && example !== undefined
      ? `Did you mean "${near ?? ''}"? "ligament ${example}" ${does ?? ''}.`
      : near === undefined
        ? '"ligament help" lists all commands.'
        : `Did you mean "${near}"?`;
  return usageProblem(args, { what: `There is no command "${word}"`, at: word, next });
}

function refuse(problem: Problem, command: string | undefined, tokens: readonly Token[]): number {
  return new Output(command ?? '', { json: has(tokens, 'json') }).fail(problem, false);
}
