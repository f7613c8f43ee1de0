import { command } from '../../command.ts';
import { commandsOption, repeatedOption, workspaceOption } from '../../shared-options.ts';

export const enrol = command(
  (y) =>
    repeatedOption(
      commandsOption(workspaceOption(y)).positional('integration', {
        type: 'string',
        demandOption: true,
        describe: 'The integration, by name',
      }),
      'answer',
      'An answer, in the order in which they are asked. Can be repeated',
    )
      .option('password-file', {
        type: 'string',
        requiresArg: true,
        group: 'What',
        describe: 'A file that holds the password',
      })
      .option('role', {
        type: 'string',
        requiresArg: true,
        group: 'What',
        describe: 'A role of the account, where it can have one',
      }),
  {
    usage: 'enrol <integration>',
    describe: 'Give somebody an account, by an integration that has users; asks for the password',
    examples: [
      ['enrol passport', 'asks for an address, a name and a password, and makes the account'],
      ['enrol accounts --answer ada@example.org --role ROLE_ADMIN', 'asks for the rest'],
    ],
    load: () => import('./run.ts'),
  },
);
