import pc from 'picocolors';
import { History } from '../../../core/history/history.ts';
import { EXIT } from '../../../core/problem.ts';
import { findHost } from '../../../core/survey/host.ts';
import { tellWhatGoesOn } from '../../at-work.ts';
import type { Output } from '../../output.ts';
import { columns } from '../../render/columns.ts';
import { printable } from '../../render/printable.ts';
import { openDoors, type GlobalOptions } from '../../session.ts';

export async function run({ cwd }: GlobalOptions, output: Output): Promise<number> {
  const doors = openDoors();
  const { root } = await findHost(doors.files, cwd);
  await tellWhatGoesOn(doors, root, output);
  const entries = new History(doors, root).entries();
  const undone = new Set(entries.map((entry) => entry.undoes));
  output.document(EXIT.done, {
    changes: entries.map(({ number, at, kind, title, files, undoes }) => ({
      number,
      at,
      kind,
      title,
      undoes,
      undone: undone.has(number),
      files: files.map(({ file }) => file),
    })),
  });
  if (entries.length === 0) output.say('Nothing was done to this project yet.');
  const rows = entries.map(({ number, at, title, files }) => [
    pc.dim(String(number).padStart(3)),
    pc.dim(at.replace('T', ' ').slice(0, 16)),
    `${printable(title)}${undone.has(number) ? pc.dim(' (taken back)') : ''}`,
    pc.dim(`${files.length} files`),
  ]);
  if (rows.length > 0) output.say(columns(rows).join('\n'));
  return EXIT.done;
}
