import { command } from '../../command.ts';

export const completion = command(
  (y) =>
    y
      .positional('shell', { type: 'string', demandOption: true, describe: 'bash, zsh or fish' })
      // The scripts ask for the words of a line with it.
      .positional('line', {
        type: 'string',
        describe: 'With "words" for the shell: a line, whose next words are printed',
      }),
  {
    usage: 'completion <shell> [line]',
    describe: 'Print what makes a shell complete commands, options and names',
    examples: [
      ['completion bash', 'prints a script for bash: source <(ligament completion bash)'],
      ['completion fish', 'prints one for fish: ligament completion fish | source'],
    ],
    load: () => import('./run.ts'),
  },
);
