import { lockHost } from '../../../core/apply/lock.ts';
import { recover } from '../../../core/apply/recovery.ts';
import { sweep } from '../../../core/apply/sweep.ts';
import { waiting } from '../../at-work.ts';
import { EXIT } from '../../../core/problem.ts';
import { findHost } from '../../../core/survey/host.ts';
import type { Output } from '../../output.ts';
import { recoveredInWords } from '../../render/recovered.ts';
import { openDoors, type GlobalOptions } from '../../session.ts';

export async function run({ cwd }: GlobalOptions, output: Output): Promise<number> {
  const doors = openDoors();
  const { root } = await findHost(doors.files, cwd);
  const lock = await lockHost(doors, root, 'recover', waiting(output));
  try {
    const result = await recover(doors, root, lock.record);
    await sweep(doors);
    output.document(EXIT.done, { ...result });
    output.say(recoveredInWords(result));
    return EXIT.done;
  } finally {
    lock.release();
  }
}
