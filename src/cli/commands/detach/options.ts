import { command } from '../../command.ts';
import { changeOptions, everywhereOption, previewOption, workspaceOption } from '../../shared-options.ts';

export const detach = command(
  (y) =>
    previewOption(changeOptions(everywhereOption(workspaceOption(y))))
      .positional('integrations', {
        type: 'string',
        array: true,
        demandOption: true,
        describe: 'Integrations, by name',
      })
      .option('with-data', {
        type: 'boolean',
        default: false,
        describe: 'Take out what the app has kept by it too: that cannot be taken back',
      }),
  {
    usage: 'detach <integrations..>',
    describe: 'Take integrations out again',
    load: () => import('./run.ts'),
  },
);
