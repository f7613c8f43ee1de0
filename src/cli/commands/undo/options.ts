import { command } from '../../command.ts';
import { changeOptions, previewOption } from '../../shared-options.ts';

export const undo = command((y) => changeOptions(previewOption(y)), {
  usage: 'undo',
  describe: 'Take back the last change',
  examples: [
    ['undo', 'shows what would be put back, asks, and does it'],
    ['undo --preview', 'only shows it'],
  ],
  load: () => import('./run.ts'),
});
