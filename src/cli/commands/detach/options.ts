import { command } from '../../command.ts';
import { changeOptions, everywhereOption, previewOption, workspaceOption } from '../../shared-options.ts';

export const detach = command(
  (y) =>
    changeOptions(previewOption(everywhereOption(workspaceOption(y))))
      .positional('integrations', {
        type: 'string',
        array: true,
        demandOption: true,
        describe: 'Integrations, by name; parts that grew, as page:About',
      })
      .option('with-data', {
        type: 'boolean',
        default: false,
        group: 'Safety',
        describe: 'Take out what the app has kept by it too: that cannot be taken back',
      }),
  {
    usage: 'detach <integrations..>',
    describe: 'Take integrations out again',
    examples: [
      ['detach tailwindcss', 'shows what goes, asks, and takes it out'],
      ['detach page:About --preview', 'shows what would go with a page that grew'],
    ],
    load: () => import('./run.ts'),
  },
);
