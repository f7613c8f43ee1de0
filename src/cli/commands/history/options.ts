import { command } from '../../command.ts';

export const history = command((y) => y, {
  usage: 'history',
  describe: 'List what was done to this project',
  load: () => import('./run.ts'),
});
