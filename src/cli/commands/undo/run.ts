import { type ChangeOptions } from '../../change/change-options.ts';
import { planUndo } from '../../../core/plan/detach/plan-undo.ts';
import { EXIT } from '../../../core/problem.ts';
import type { Output } from '../../output.ts';
import { carryOut, openForChange, openHistory, planWithWarnings } from '../../change/carry-out.ts';

export async function run(options: ChangeOptions, output: Output): Promise<number> {
  const { context, lock } = await openForChange(options, 'undo', output);
  try {
    const history = await openHistory(context);
    const entry = history.last();
    if (!entry) {
      output.say('There is no change to take back.');
      output.document(EXIT.done, { changed: false });
      return EXIT.done;
    }
    const changes = await planWithWarnings(context, () => planUndo(context, history, entry));
    return await carryOut(context, changes, options, output, { lock });
  } finally {
    lock?.release();
  }
}
