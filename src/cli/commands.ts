import yargs, { type Argv } from 'yargs';
import { EXIT } from '../core/problem.ts';
import { Output, version } from './output.ts';
import type { GlobalOptions } from './session.ts';

interface CommandModule<Options> {
  run(options: Options, output: Output): Promise<number>;
}

type Handler = (options: unknown) => Promise<void>;
type Command = <Options extends GlobalOptions>(name: string, load: () => Promise<CommandModule<Options>>) => Handler;

class UsageError extends Error {}

/** Runs the command that the arguments name; returns its exit status. Each command is loaded only when it is run. */
export async function run(args: string[]): Promise<number> {
  let status: number = EXIT.done;
  const command: Command = (name, load) => async (options) => {
    const given = options as Parameters<Awaited<ReturnType<typeof load>>['run']>[0];
    const output = new Output(name, given.json);
    try {
      const module = await load();
      status = await module.run(given, output);
    } catch (error) {
      status = output.fail(error, given.verbose);
    }
  };
  const parser = using(changing(looking(globalOptions(yargs()), command), command), command);
  try {
    // Help and version come as text, so that they end in a line break like everything else.
    await parser.parseAsync(args, {}, (_error: unknown, _options: unknown, text: string) => {
      if (text) process.stdout.write(`${text}\n`);
    });
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    const name = args.find((one) => !one.startsWith('-')) ?? '';
    const next = 'See: ligament --help';
    new Output(name, args.includes('--json')).document(EXIT.wrongUsage, { problem: { what: error.message, next } });
    process.stderr.write(`${error.message}\n${next}\n`);
    return EXIT.wrongUsage;
  }
  return status;
}

function globalOptions(y: Argv): Argv {
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

/** The commands that only look. */
function looking(y: Argv, command: Command): Argv {
  return y
    .command(
      'survey',
      'Tell what this project is and what can be tied where',
      (own) => workspaceOption(own),
      command('survey', () => import('./commands/survey.ts')),
    )
    .command(
      'browse [words..]',
      'List integrations: which fit here, by which way, and why not',
      (own) =>
        workspaceOption(own).positional('words', {
          type: 'string',
          array: true,
          default: [],
          describe: 'Words to look for',
        }),
      command('browse', async () => (await import('./commands/looking.ts')).browse),
    )
    .command(
      'prove [integrations..]',
      'Prove again that what is attached works',
      (own) => commandsOption(workspaceOption(integrations(own, false))),
      command('prove', async () => (await import('./commands/looking.ts')).prove),
    )
    .command(
      'history',
      'List what was done to this project',
      (own) => own,
      command('history', async () => (await import('./commands/looking.ts')).history),
    );
}

/** The commands that change a project. */
function changing(y: Argv, command: Command): Argv {
  return y
    .command(
      'attach <integrations..>',
      'Attach integrations to a workspace',
      (own) =>
        attachOptions(
          packageOptions(previewOption(changeOptions(everywhereOption(workspaceOption(integrations(own, true)))))),
        ),
      command('attach', async () => (await import('./commands/changing.ts')).attach),
    )
    .command(
      'detach <integrations..>',
      'Take integrations out again',
      (own) =>
        previewOption(changeOptions(everywhereOption(workspaceOption(integrations(own, true))))).option('with-data', {
          type: 'boolean',
          default: false,
          describe: 'Take out what the app has kept by it too: that cannot be taken back',
        }),
      command('detach', async () => (await import('./commands/changing.ts')).detach),
    )
    .command(
      'undo',
      'Take back the last change',
      (own) => previewOption(changeOptions(own)),
      command('undo', async () => (await import('./commands/changing.ts')).undo),
    )
    .command(
      'recover',
      'Put the project back after a change that was cut off',
      (own) => own,
      command('recover', async () => import('./commands/recover.ts')),
    );
}

/** The commands that work with what is attached. */
function using(y: Argv, command: Command): Argv {
  return y.command(
    'enrol <integration>',
    'Give somebody an account, by an integration that has users; asks for the password',
    (own) =>
      commandsOption(workspaceOption(own))
        .positional('integration', { type: 'string', demandOption: true, describe: 'The integration, by name' })
        .option('answer', {
          type: 'string',
          array: true,
          default: [],
          requiresArg: true,
          describe: 'An answer, in the order in which they are asked',
        })
        .option('password-file', { type: 'string', requiresArg: true, describe: 'A file that holds the password' }),
    command('enrol', async () => import('./commands/enrol.ts')),
  );
}

function attachOptions(y: Argv): Argv {
  return y
    .option('format', { choices: ['text', 'patch'], default: 'text', describe: 'How --preview shows it' })
    .option('choose', {
      type: 'string',
      array: true,
      default: [],
      requiresArg: true,
      describe: 'Answer a choice, as key=value',
    })
    .option('secret-file', {
      type: 'string',
      array: true,
      default: [],
      requiresArg: true,
      describe: 'A file that holds a secret, as choice=path',
    })
    .option('prove', { type: 'boolean', default: true, describe: 'Prove that it works (--no-prove: do not)' });
}

function workspaceOption(y: Argv): Argv {
  return y.option('workspace', {
    type: 'string',
    array: true,
    default: [],
    defaultDescription: 'the one you stand in',
    requiresArg: true,
    describe: 'A workspace, by folder or name',
  });
}

function everywhereOption(y: Argv): Argv {
  return y.option('everywhere', {
    type: 'boolean',
    default: false,
    describe: 'All workspaces: those that it fits, or that have it',
  });
}

function integrations(y: Argv, demanded: boolean): Argv {
  return y.positional('integrations', {
    type: 'string',
    array: true,
    demandOption: demanded,
    describe: 'Integrations, by name',
  });
}

function commandsOption(y: Argv): Argv {
  return y.option('allow-commands', {
    type: 'boolean',
    default: false,
    describe: 'Let run what definitions or records that did not come with Ligament name',
  });
}

function changeOptions(y: Argv): Argv {
  return commandsOption(y)
    .option('yes', { type: 'boolean', default: false, describe: 'Agree to everything that is shown' })
    .option('commit', { type: 'boolean', default: false, describe: 'Commit exactly this change with git' })
    .option('recover', { type: 'boolean', default: false, describe: 'First heal a change that was cut off' })
    .option('offline', { type: 'boolean', default: false, describe: 'Fetch nothing: use what was fetched before' })
    .option('install', { type: 'boolean', default: true, describe: 'Run the package manager (--no-install: do not)' });
}

function packageOptions(y: Argv): Argv {
  return y
    .option('take', {
      type: 'string',
      array: true,
      default: [],
      requiresArg: true,
      describe: 'A version of a package, as name@range or name@tag',
    })
    .option('move-packages', {
      type: 'boolean',
      default: false,
      describe: 'Move declared packages into the section where they belong',
    });
}

function previewOption(y: Argv): Argv {
  return y.option('preview', {
    type: 'boolean',
    default: false,
    describe: 'Show all that would be done and write nothing',
  });
}
