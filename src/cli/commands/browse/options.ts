import { command } from '../../command.ts';
import { workspaceOption } from '../../shared-options.ts';

export const browse = command(
  (y) =>
    workspaceOption(y)
      .positional('words', {
        type: 'string',
        array: true,
        default: [] as string[],
        describe: 'The name of one, the folder of a definition, or words to look for',
      })
      .option('all', {
        type: 'boolean',
        default: false,
        group: 'What',
        describe: 'Those that do not fit, too, and why',
      }),
  {
    usage: 'browse [words..]',
    describe: 'List the integrations that fit here, or tell all about one',
    examples: [
      ['browse', 'lists what fits here'],
      ['browse login', 'looks for a word'],
      ['browse tailwindcss', 'tells all about one: ways, choices, packages, proofs'],
    ],
    load: () => import('./run.ts'),
  },
);
