import { command } from '../../command.ts';

export const history = command((y) => y, {
  usage: 'history',
  describe: 'List what was done to this project',
  examples: [
    ['history', 'lists the changes, the last one first'],
    ['history --json', 'the same for programs'],
  ],
  load: () => import('./run.ts'),
});
