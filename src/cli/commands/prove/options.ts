import { command } from '../../command.ts';
import { commandsOption, workspaceOption } from '../../shared-options.ts';

export const prove = command(
  (y) =>
    commandsOption(workspaceOption(y)).positional('integrations', {
      type: 'string',
      array: true,
      default: [] as string[],
      describe: 'Integrations, by name',
    }),
  {
    usage: 'prove [integrations..]',
    describe: 'Prove again that what is attached works',
    examples: [
      ['prove', 'proves everything that is attached'],
      ['prove tailwindcss --workspace web', 'proves one in one workspace'],
    ],
    load: () => import('./run.ts'),
  },
);
