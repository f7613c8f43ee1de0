import { command } from '../../command.ts';
import {
  changeOptions,
  everywhereOption,
  previewOption,
  repeatedOption,
  comingOptions,
  workspaceOption,
} from '../../shared-options.ts';

export const attach = command(
  (y) => {
    const shared = comingOptions(previewOption(changeOptions(everywhereOption(workspaceOption(y))))).positional(
      'integrations',
      {
        type: 'string',
        array: true,
        demandOption: true,
        describe: 'Integrations, by name',
      },
    );
    const versions = repeatedOption(shared, 'take', 'A version of a package, as name@range or name@tag')
      .option('complete', {
        type: 'boolean',
        default: false,
        describe: 'Where it is set up by hand already: put in what would round it off, too',
      })
      .option('with-data', {
        type: 'boolean',
        default: false,
        describe: "Run the migrations that come with it on the project's database, too",
      })
      .option('move-packages', {
        type: 'boolean',
        default: false,
        describe: 'Move declared packages into the section where they belong',
      });
    const answers = repeatedOption(versions, 'choose', 'Answer a choice, as key=value');
    return repeatedOption(answers, 'secret-file', 'A file that holds a secret, as choice=path').option('side', {
      choices: ['browser', 'server'] as const,
      describe: 'Which side of a workspace that is built as both a server and a browser app',
    });
  },
  {
    usage: 'attach <integrations..>',
    describe: 'Attach integrations to a workspace',
    load: () => import('./run.ts'),
  },
);
