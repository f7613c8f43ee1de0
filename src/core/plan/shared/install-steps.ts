import path from 'node:path';
import type { CommandStep, FileChange } from '../../change/change-set.ts';
import { ALL_WORK } from '../../ecosystems/works.ts';
import type { Context } from '../../host/context.ts';

/** The package managers' runs that some changes need, one for each manager and folder; none where they touch nothing that it reads, or it is handwork. */
export function installSteps(context: Context, files: readonly FileChange[], purpose: string): CommandStep[] {
  const steps = new Map<string, CommandStep>();
  for (const { file } of files.filter(({ role }) => role === 'manifest')) {
    const work = ALL_WORK.find((one) => one.installsBy(file));
    const folder = work?.runsIn(path.posix.dirname(file));
    const run =
      folder === undefined ? undefined : work?.reconcile(context.facts.manager, context.doors.offline, folder);
    if (run) steps.set([run.command, ...run.args, run.folder].join(' '), { ...run, purpose });
  }
  return [...steps.values()];
}
