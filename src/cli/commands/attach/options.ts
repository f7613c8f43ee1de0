import { command } from '../../command.ts';
import {
  changeOptions,
  everywhereOption,
  previewOption,
  repeatedOption,
  comingOptions,
  sideOption,
  workspaceOption,
} from '../../shared-options.ts';

export const attach = command(
  (y) => {
    const shared = comingOptions(changeOptions(previewOption(everywhereOption(workspaceOption(y))))).positional(
      'integrations',
      {
        type: 'string',
        array: true,
        default: [] as string[],
        describe: 'Integrations, by name or by the folder of a definition; at a terminal you can choose them',
      },
    );
    const versions = repeatedOption(
      shared,
      'take',
      'Take this version of a package (a range or a tag). Can be repeated',
    )
      .option('complete', {
        type: 'boolean',
        default: false,
        group: 'What',
        describe: 'Put in the extras as well: of what is set up by hand, and those that were left out',
      })
      .option('with-data', {
        type: 'boolean',
        default: false,
        group: 'Safety',
        describe: "Run the migrations that come with it on the project's database, too",
      })
      .option('move-packages', {
        type: 'boolean',
        default: false,
        group: 'What',
        describe: 'Move declared packages into the section where they belong',
      });
    const answers = repeatedOption(
      versions,
      'choose',
      'Answer a choice: ligament browse NAME lists them. Can be repeated',
    );
    const extras = repeatedOption(
      answers,
      'without',
      'Leave out an extra that the preview names, such as scripts or editor. Can be repeated',
    );
    return sideOption(repeatedOption(extras, 'secret-file', 'A file that holds a secret'));
  },
  {
    usage: 'attach [integrations..]',
    describe: 'Attach integrations to a workspace',
    examples: [
      ['attach tailwindcss', 'shows what it would change, asks, makes the change and proves it'],
      ['attach pinia vue-router --workspace web --preview', 'only shows it'],
    ],
    load: () => import('./run.ts'),
  },
);
