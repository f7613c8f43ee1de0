import { command } from '../../command.ts';
import { workspaceOption } from '../../shared-options.ts';

export const survey = command((y) => workspaceOption(y), {
  usage: 'survey',
  describe: 'Tell what this project is and what can be tied where',
  examples: [
    ['survey', 'tells what the project is built of and what is attached'],
    ['survey --workspace web --verbose', 'tells all about one workspace'],
  ],
  load: () => import('./run.ts'),
});
