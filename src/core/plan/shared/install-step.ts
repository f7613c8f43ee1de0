import { WorkspaceFacts } from '../../survey/survey.ts';
import { workOf } from '../../ecosystems/works.ts';
import type { Context } from '../../host/context.ts';
import type { CommandStep, FileChange } from '../../change/change-set.ts';

/** The package manager's run that some changes need; undefined where they touch nothing that it reads, or it is handwork. */
export function installStep(context: Context, files: readonly FileChange[], purpose: string): CommandStep | undefined {
  const changed = files.find(({ role }) => role === 'manifest');
  const holder = changed && workspaceOf(context, changed.file);
  const run = holder && workOf(holder).reconcile(context.facts.manager, context.doors.offline);
  return run && { ...run, purpose };
}

/** The workspace that a file is in: the innermost whose folder it lies in. */
function workspaceOf({ facts }: Context, file: string): WorkspaceFacts | undefined {
  const holding = facts.workspaces.filter(({ folder }) => folder === '.' || file.startsWith(`${folder}/`));
  return holding.reduce<WorkspaceFacts | undefined>(
    (best, one) => (best && best.folder !== '.' && best.folder.length > one.folder.length ? best : one),
    undefined,
  );
}
