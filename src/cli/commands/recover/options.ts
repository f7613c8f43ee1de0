import { command } from '../../command.ts';

export const recover = command((y) => y, {
  usage: 'recover',
  describe: 'Put the project back after a change that was cut off',
  load: () => import('./run.ts'),
});
