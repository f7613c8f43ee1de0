import pc from 'picocolors';
import { lockHost } from '../../core/apply/lock.ts';
import { recover, type Recovered } from '../../core/apply/recover.ts';
import { EXIT } from '../../core/problem.ts';
import { findHost } from '../../core/survey/host.ts';
import type { Output } from '../output.ts';
import { printable } from '../render/printable.ts';
import { openDoors, type GlobalOptions } from '../session.ts';

export async function run({ cwd }: GlobalOptions, output: Output): Promise<number> {
  const doors = openDoors();
  const { root } = await findHost(doors.files, cwd);
  const lock = await lockHost(doors, root, 'recover', {
    waitMs: 120_000,
    onWait: (holder) => output.note(`Waiting for ${holder}.`),
  });
  try {
    const result = await recover(doors, root);
    output.document(EXIT.done, { ...result });
    output.say(inWords(result));
    return EXIT.done;
  } finally {
    lock.release();
  }
}

function inWords(result: Recovered): string {
  if (result.outcome === 'nothing') return 'There is nothing to recover: no change was cut off here.';
  if (result.outcome === 'finished') return `${pc.green('Finished')}  ${printable(result.title)}: all had been done.`;
  const lines = [
    `${pc.green('Put back')}  ${printable(result.title)}`,
    ...result.restored.map((file) => `  ${printable(file)}`),
  ];
  if (result.restored.length === 0) lines.push('  no file had been touched yet');
  for (const file of result.kept) lines.push(`${pc.yellow('Kept')}  what somebody wrote meanwhile: ${printable(file)}`);
  if (result.handwork) lines.push(`${pc.cyan('Next')}  ${result.handwork}`);
  return lines.join('\n');
}
