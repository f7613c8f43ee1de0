import yargs, { type Argv } from 'yargs';
import { EXIT } from '../core/problem.ts';
import type { AnyCommand } from './command.ts';
import { attach } from './commands/attach/options.ts';
import { browse } from './commands/browse/options.ts';
import { detach } from './commands/detach/options.ts';
import { enrol } from './commands/enrol/options.ts';
import { grow } from './commands/grow/options.ts';
import { history } from './commands/history/options.ts';
import { prove } from './commands/prove/options.ts';
import { recover } from './commands/recover/options.ts';
import { survey } from './commands/survey/options.ts';
import { undo } from './commands/undo/options.ts';
import { Output, version } from './output.ts';
import type { GlobalOptions } from './session.ts';

/** Every command, in the order in which the help lists them. */
export const COMMANDS: readonly AnyCommand[] = [
  survey,
  browse,
  prove,
  history,
  attach,
  grow,
  detach,
  undo,
  recover,
  enrol,
];

class UsageError extends Error {}

/** Runs the command that the arguments name; returns its exit status. Each command is loaded only when it is run. */
export async function run(args: string[], commands: readonly AnyCommand[] = COMMANDS): Promise<number> {
  let status: number = EXIT.done;
  const parser = globalOptions(yargs());
  for (const one of commands) {
    const [name = ''] = one.usage.split(' ');
    parser.command(one.usage, one.describe, one.options, async (options) => {
      const output = new Output(name, options.json);
      try {
        status = await (await one.load()).run(options as never, output);
      } catch (error) {
        status = output.fail(error, options.verbose);
      }
    });
  }
  try {
    // Help and version come as text, so that they end in a line break like everything else.
    await parser.parseAsync(args, {}, (_error: unknown, _options: unknown, text: string) => {
      if (text) process.stdout.write(`${text}\n`);
    });
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    return usageError(error.message, args);
  }
  return status;
}

function usageError(message: string, args: readonly string[]): number {
  const name = args.find((one) => !one.startsWith('-')) ?? '';
  const next = 'See: ligament --help';
  new Output(name, args.includes('--json')).document(EXIT.wrongUsage, { problem: { what: message, next } });
  process.stderr.write(`${message}\n${next}\n`);
  return EXIT.wrongUsage;
}

function globalOptions(y: Argv): Argv<GlobalOptions> {
  return y
    .scriptName('ligament')
    .usage(
      '$0 <command>\n\nAttaches integrations to the project that you stand in: previewed, all or nothing, proved, removable.',
    )
    .option('cwd', {
      type: 'string',
      default: process.cwd(),
      defaultDescription: 'this folder',
      describe: 'The project, or a folder in it',
    })
    .option('json', { type: 'boolean', default: false, describe: 'One JSON document on stdout, all else on stderr' })
    .option('verbose', { type: 'boolean', default: false, describe: 'Show everything' })
    .demandCommand(1, 'Which command?')
    .strict()
    .recommendCommands()
    .version(version())
    .alias('version', 'v')
    .alias('help', 'h')
    .detectLocale(false)
    .exitProcess(false)
    .wrap(Math.min(110, process.stdout.columns || 110))
    .epilogue(
      'Exit status: 0 done, 1 not proved, 2 wrong usage, 3 refused, 4 failed and put back, 5 recovery needed, 130 interrupted.',
    )
    .fail((message: string | undefined, error: Error | undefined) => {
      throw error ?? new UsageError(message ?? 'wrong usage');
    });
}
