import { command } from '../../command.ts';
import { changeOptions, previewOption } from '../../shared-options.ts';

export const undo = command((y) => previewOption(changeOptions(y)), {
  usage: 'undo',
  describe: 'Take back the last change',
  load: () => import('./run.ts'),
});
