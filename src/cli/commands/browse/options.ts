import { command } from '../../command.ts';
import { workspaceOption } from '../../shared-options.ts';

export const browse = command(
  (y) =>
    workspaceOption(y).positional('words', {
      type: 'string',
      array: true,
      default: [] as string[],
      describe: 'Words to look for',
    }),
  {
    usage: 'browse [words..]',
    describe: 'List integrations: which fit here, by which way, and why not',
    load: () => import('./run.ts'),
  },
);
