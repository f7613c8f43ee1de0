import { command } from '../../command.ts';

export const recover = command((y) => y, {
  usage: 'recover',
  describe: 'Put the project back after a change that was cut off',
  examples: [
    ['recover', 'puts back what a change that was cut off had begun'],
    ['recover --json', 'the same, told for programs'],
  ],
  load: () => import('./run.ts'),
});
