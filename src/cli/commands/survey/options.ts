import { command } from '../../command.ts';
import { workspaceOption } from '../../shared-options.ts';

export const survey = command((y) => workspaceOption(y), {
  usage: 'survey',
  describe: 'Tell what this project is and what can be tied where',
  load: () => import('./run.ts'),
});
