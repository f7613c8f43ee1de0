import pc from 'picocolors';
import { History } from '../../../core/history/history.ts';
import { EXIT } from '../../../core/problem.ts';
import { localTime } from '../../../core/text/local-time.ts';
import { findHost } from '../../../core/survey/host.ts';
import { tellWhatGoesOn } from '../../at-work.ts';
import type { Output } from '../../output.ts';
import { laidOut } from '../../render/columns.ts';
import { printable } from '../../render/printable.ts';
import { openDoors, type GlobalOptions } from '../../session.ts';

// More than that nobody reads.
const MOST = 20;

export async function run({ cwd, verbose }: GlobalOptions, output: Output): Promise<number> {
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
  // The last one is what people look for.
  const told = verbose ? entries.toReversed() : entries.toReversed().slice(0, MOST);
  const rows = told.map(({ number, at, title, files }) => [
    pc.dim(String(number).padStart(3)),
    pc.dim(localTime(at).slice(0, 16)),
    `${printable(title)}${undone.has(number) ? pc.dim(' (taken back)') : ''}`,
    pc.dim(`${files.length} ${files.length === 1 ? 'file' : 'files'}`),
  ]);
  if (rows.length > 0) output.say(laidOut(rows).join('\n'));
  if (told.length < entries.length)
    output.say(pc.dim(`and ${entries.length - told.length} before; --verbose lists all.`));
  return EXIT.done;
}
