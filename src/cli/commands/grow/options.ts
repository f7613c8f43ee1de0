import { command } from '../../command.ts';
import { changeOptions, previewOption, shownOptions, workspaceOption } from '../../shared-options.ts';

export const grow = command(
  (y) =>
    shownOptions(previewOption(changeOptions(workspaceOption(y))))
      .positional('part', {
        type: 'string',
        describe: 'What is to grow: page, component or endpoint; without it, what can grow here is listed',
      })
      .positional('name', { type: 'string', describe: 'Its name, as SeedSwap' })
      .option('at', { type: 'string', requiresArg: true, describe: 'Its address, as /seed-swap' })
      .option('link', { type: 'boolean', default: false, describe: 'Put a link to it where the navigation is' })
      .option('prove', { type: 'boolean', default: true, describe: 'Prove that it works (--no-prove: do not)' }),
  {
    usage: 'grow [part] [name]',
    describe: 'Go on building: make a page, a component or an endpoint like those that are there',
    load: () => import('./run.ts'),
  },
);
